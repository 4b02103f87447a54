import { DAY_MS } from '../calendar/lengths.ts';
import type { Level } from '../squads/terms.ts';
import { type Better, beats, recordsOf } from './records.ts';
import { type TimedResult, trendOf } from './trend.ts';

const PLATEAU_GOES = 4;
const PLATEAU_DAYS = 14;

/** A stretch without a record, over which the robust trend does not move. */
export interface Plateau {
  goes: number;
  days: number;
  record: number;
}

/**
 * Whether somebody is stuck: at least 4 clocked goes over at least 14 days since the record, none of them better, and a trend interval
 * over them that holds 0. Null when not.
 * @param clocked clocked results under one record key
 */
export function plateauOf(clocked: readonly TimedResult[], better: Better): Plateau | null {
  const record = recordsOf(clocked, better).at(-1);
  if (!record) return null;
  const since = clocked.filter((one) => one.doneAt > record.doneAt && !beats(one.result, record.result, better));
  const first = Math.min(...since.map((one) => one.doneAt));
  const last = Math.max(...since.map((one) => one.doneAt));
  const days = (last - first) / DAY_MS;
  if (since.length < PLATEAU_GOES || days < PLATEAU_DAYS) return null;
  const trend = trendOf(since, better);
  if (trend && trend.direction !== 'steady') return null;
  return { goes: since.length, days: Math.floor(days), record: record.result };
}

export const STEPS = ['easier link', 'harder link', 'other pace', 'wider cones', 'closer cones', 'other cues', 'rest'] as const;
export type StepKind = (typeof STEPS)[number];

/** What may get somebody unstuck. */
export interface NextStep {
  kind: StepKind;
  /** The drill of an easier or harder link; null for the others. */
  drillId: string | null;
  reason: string;
}

export interface Stuck {
  /** Where the record stands among what the levels reach: met the strong band, the steady one, the starting one, or none. */
  met: Level | null;
  /** Share of the goes since the record that had a fault or a loss of control. */
  faulty: number;
  easier: string | null;
  harder: string | null;
  hasLayout: boolean;
  timed: boolean;
  /** The other school of contact has its own words for the drill. */
  otherCues: boolean;
  /** The last goes are below 85 % of the record. */
  dipping: boolean;
  /** Goes in the last 14 days, of any drill: much work wants rest. */
  goesLately: number;
  /** Days lately on which the player said that it was too hard, and too easy. */
  saidHard: number;
  saidEasy: number;
}

const MUCH_WORK = 60;
const OFTEN_FAULTY = 0.4;
/** Once may be a bad day; so often it is the drill. */
const SAID_OFTEN = 2;

/** What a player said of a drill often enough to be heard, by the days on which it was said; of two as often, that it is too hard. Null else. */
export function saidOften({ hard, easy }: { hard: number; easy: number }): 'hard' | 'easy' | null {
  if (Math.max(hard, easy) < SAID_OFTEN) return null;
  return hard >= easy ? 'hard' : 'easy';
}

/**
 * The next steps that are worth a try, most fitting first. A rule of thumb in this order: much work and a dip want
 * rest; what the player said twice or more; many faults want more room or the easier drill; clean and strong wants the harder drill or less room; all others another pace
 * or other words.
 */
export function nextSteps(stuck: Stuck): NextStep[] {
  const steps: NextStep[] = [];
  const add = (kind: StepKind, reason: string, drillId: string | null = null) => steps.push({ kind, reason, drillId });
  if (stuck.dipping && stuck.goesLately >= MUCH_WORK)
    add('rest', `${stuck.goesLately} goes in two weeks, and the numbers dip: a week without this drill.`);
  const said = saidOften({ hard: stuck.saidHard, easy: stuck.saidEasy });
  if (said === 'hard' && stuck.easier) add('easier link', `Said to be too hard ${stuck.saidHard} times lately.`, stuck.easier);
  if (said === 'easy' && stuck.harder) add('harder link', `Said to be too easy ${stuck.saidEasy} times lately.`, stuck.harder);
  const is = (kind: StepKind) => steps.some((step) => step.kind === kind);
  if (stuck.faulty > OFTEN_FAULTY) {
    if (stuck.hasLayout) add('wider cones', 'Faults in more than four of ten goes: more room first.');
    if (stuck.easier && !is('easier link'))
      add('easier link', 'Faults in more than four of ten goes: the easier drill makes it clean.', stuck.easier);
  }
  if (stuck.faulty <= OFTEN_FAULTY && (stuck.met === 'strong' || stuck.met === 'steady')) {
    if (stuck.hasLayout) add('closer cones', 'Clean and at the top of the usual: less room makes it new.');
    if (stuck.harder && !is('harder link')) add('harder link', 'What this drill asks for is there: the next one up is due.', stuck.harder);
  }
  if (stuck.timed) add('other pace', 'Easy, half, full in one go: slow makes the feet learn, full lets them show it.');
  if (stuck.otherCues) add('other cues', 'The same touch, told the other school’s way: other words may make it click.');
  if (stuck.easier && !is('easier link') && said !== 'easy')
    add('easier link', 'A step back for a week often gives two forward.', stuck.easier);
  if (!is('rest')) add('rest', 'A week without this drill, then once fresh.');
  return steps;
}
