import type { Drill } from '../drills/schema.ts';
import type { Session } from '../weeks/schema.ts';
import { spokenSeconds } from './spoken.ts';
import type { Interval } from './types.ts';

/** A drill that was not done for so many days is met again. */
export const MET_FOR_DAYS = 56;
/** Seconds that the picture goes slowly before anything is read. */
const PICTURE_SECONDS = 12;
/** A try without counting, in seconds. */
export const TRY_SECONDS = 15;
/** A breath between two sentences, in seconds. */
const BREATH_SECONDS = 1;

/** What is read out when a drill is met, in order: what the coach would say beside the picture. */
export interface MeetingLine {
  kind: 'step' | 'cue' | 'fault';
  words: string;
}

const sentence = (words: string): string => (/[.!?]$/.test(words) ? words : `${words}.`);

/** Every step, two cues at most, and the fault that comes most with its cure. */
export function meetingLines(drill: Pick<Drill, 'steps' | 'cues' | 'faults'>): MeetingLine[] {
  const [fault] = drill.faults;
  return [
    ...drill.steps.map((words): MeetingLine => ({ kind: 'step', words: sentence(words) })),
    ...drill.cues.slice(0, 2).map((words): MeetingLine => ({ kind: 'cue', words: sentence(words) })),
    ...(fault ? [{ kind: 'fault' as const, words: `${fault.wrong}? ${sentence(fault.mend)}` }] : []),
  ];
}

/** Seconds that a line stands while it is read: as long as a plain voice needs for it, and a breath. */
export const lineSeconds = (line: MeetingLine): number => spokenSeconds(line.words) + BREATH_SECONDS;

/** About how long it takes to meet a drill, in seconds: the picture, every line, one try. */
export const meetingSeconds = (drill: Pick<Drill, 'steps' | 'cues' | 'faults'>): number =>
  Math.round(PICTURE_SECONDS + meetingLines(drill).reduce((sum, line) => sum + lineSeconds(line), 0) + TRY_SECONDS);

/**
 * The drills of a session that are met in it, each once, in order.
 * @param met ids of the drills that this player knows
 * @param left ids of items that are not done at this home
 */
export function drillsToMeet(session: Pick<Session, 'blocks'>, met: ReadonlySet<string>, left: ReadonlySet<string> = new Set()): string[] {
  const items = session.blocks.flatMap((block) => block.items).filter((item) => !left.has(item.id));
  return [...new Set(items.map((item) => item.drillId))].filter((id) => !met.has(id));
}

/** How many drills a session of a week is met with by who knows none but `met`, and about how long that takes, in seconds. */
export interface NewInSession {
  drills: number;
  seconds: number;
}

/**
 * What is new in each session of a week, the sessions done in their order: what an earlier one has met is no longer new.
 * @param met ids of the drills that are known before it
 */
export function newInSessions(
  sessions: readonly Pick<Session, 'blocks'>[],
  drills: ReadonlyMap<string, Pick<Drill, 'steps' | 'cues' | 'faults'>>,
  met: ReadonlySet<string>,
): NewInSession[] {
  const known = new Set(met);
  return sessions.map((session) => {
    const fresh = drillsToMeet(session, known);
    for (const id of fresh) known.add(id);
    const seconds = fresh.reduce((sum, id) => {
      const drill = drills.get(id);
      return sum + (drill ? meetingSeconds(drill) : 0);
    }, 0);
    return { drills: fresh.length, seconds };
  });
}

/**
 * The drill that is met where the clock stands: one that is not known, at the set-up or lead-in before the first work on it. Null elsewhere.
 * @param unknown ids of the drills that are not known yet
 */
export function meetsAt(sheet: readonly Interval[], index: number, unknown: ReadonlySet<string>): string | null {
  const here = sheet[index];
  if (!here?.drillId || !unknown.has(here.drillId) || (here.kind !== 'set-up' && here.kind !== 'lead-in')) return null;
  const first = sheet.findIndex((one) => one.kind === 'work' && one.drillId === here.drillId);
  return index < first ? here.drillId : null;
}
