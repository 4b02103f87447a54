import { capital } from '../text/capital.ts';
import { t } from '../text/translate.ts';
import { callsDuring } from './called.ts';
import { spokenSeconds } from './spoken.ts';
import type { Interval } from './types.ts';

/** Seconds at the end of the work that are ticked. */
const LAST_TICKS = 3;

/** A set is called out this long after its “go”. */
const AFTER_GO_MS = 1000;

export type ToneName = 'count' | 'go' | 'tick' | 'change' | 'stop' | 'beat';

/** A short run of notes that stands for a spoken phrase where the device has no voice. */
export type MotifName = 'left' | 'right' | 'both' | 'set-up' | 'half-time' | 'rest' | 'turn-round' | 'drink' | 'score' | 'call';

/** Something to hear `atMs` after an interval begins. */
export type Cue = { atMs: number } & ({ tone: ToneName } | { say: string; motif: MotifName });

/** What the cues must know of the drill of an interval. */
export interface Announced {
  name: string;
  /** What counts, in words, for a scored go; null where nothing is scored. */
  rule: string | null;
  /** The drill's cues, the most important first. */
  cues: readonly string[];
  /** The number to beat of the go that comes, in words such as “Beat 22”; null where there is none. */
  beat: string | null;
  /** What the feet do on the way that is gone, as `zonesInWords` says it; missing or empty where no way says it. */
  way?: string;
  /** Reps a second of a beat to follow at easy and half pace; null or missing where none is wanted. */
  rhythm?: number | null;
  /** What is said at a set-up; missing where the player ends it. */
  setUp?: string;
}

/** A beat may be followed where the pace is slow; at full pace the feet lead. */
export const hasBeat = (interval: Interval): boolean =>
  interval.kind === 'work' && interval.ends === 'clock' && (interval.pace === 'easy' || interval.pace === 'half');

/** Beats of a stretch: one a rep, from the first rep after “go” on; the last three seconds have their own ticks. */
function beatsOf(interval: Interval, rate: number | null | undefined): Cue[] {
  if (!rate || !hasBeat(interval)) return [];
  const gap = 1000 / rate;
  const n = Math.ceil((interval.seconds - LAST_TICKS) * rate) - 1;
  return Array.from({ length: Math.max(0, n) }, (_, i) => ({ atMs: Math.round((i + 1) * gap), tone: 'beat' }));
}

const footWords = (interval: Interval): string => {
  if (interval.surface) return interval.surface;
  return interval.foot === 'both' ? '' : t('{foot} foot', { foot: interval.foot });
};

const paceWords = (interval: Interval): string => (interval.pace ? t('{pace} pace', { pace: interval.pace }) : '');

/** Side and pace as the clock shows and says them: "right foot, half pace"; empty when there is nothing to say. */
export function sideInWords(interval: Interval): string {
  return [footWords(interval), paceWords(interval)].filter(Boolean).join(', ');
}

function workCues(interval: Interval, next: Interval | undefined, { cues: called, rhythm, way }: Announced): Cue[] {
  const cues: Cue[] = [{ atMs: 0, tone: 'go' }];
  if (interval.ends !== 'clock') return way ? [...cues, { atMs: AFTER_GO_MS, say: way, motif: 'call' }] : cues;
  const end = interval.seconds * 1000;
  if (interval.pace) cues.push({ atMs: 0, say: paceWords(interval), motif: interval.foot });
  for (const { at, words } of callsDuring(interval.seconds, way ? [way, ...called] : called))
    cues.push({ atMs: at * 1000, say: words, motif: words.startsWith('half-time') ? 'half-time' : 'call' });
  cues.push(...beatsOf(interval, rhythm));
  for (let s = LAST_TICKS; s >= 1; s--) cues.push({ atMs: end - s * 1000, tone: 'tick' });
  // Work that follows begins with its own tone.
  if (next?.kind !== 'work') cues.push({ atMs: end, tone: 'stop' });
  return cues;
}

/** Name, side, way and counting rule of the go that comes, as much of it as there is time for. */
function announce(interval: Interval, { name, rule, beat, way = '' }: Announced, seconds: number): string {
  const who = [name, sideInWords(interval)].filter(Boolean).join(', ');
  const counts = rule ? t('Counts: {rule}', { rule }) : '';
  const sentences = (...parts: string[]) => parts.filter(Boolean).join('. ');
  const onTheWay = capital(way);
  const fits = [
    sentences(who, onTheWay, beat ?? '', counts),
    sentences(who, onTheWay, counts),
    sentences(who, beat ?? '', counts),
    sentences(who, counts),
  ].find((words) => spokenSeconds(words) <= seconds);
  return fits ?? (counts || who);
}

/** True for an interval that belongs to the go of another one. */
const sameGo = (a: Interval | undefined, b: Interval | undefined) => a?.itemId !== null && a?.itemId === b?.itemId && a?.round === b?.round;

/**
 * The cues of the interval at `index`, by time from its start: name, side and counting rule before a go, the count-in,
 * half-time, the last three seconds, stop. The rule is said once, at the start of the go's off time.
 * @param about what is announced of an interval's drill
 */
export function cuesOf(sheet: readonly Interval[], index: number, about: (interval: Interval) => Announced): Cue[] {
  const interval = sheet[index];
  const next = sheet[index + 1];
  if (!interval) return [];
  switch (interval.kind) {
    case 'set-up':
      return [{ atMs: 0, say: about(interval).setUp ?? t('Set up. Say ready with a clap or a tap.'), motif: 'set-up' }];
    case 'lead-in': {
      const before = sheet[index - 1];
      const told = before?.kind === 'rest' && sameGo(before, interval);
      const say = told ? sideInWords(interval) : announce(interval, about(interval), interval.seconds);
      const cues: Cue[] = say ? [{ atMs: 0, say, motif: interval.foot }] : [];
      for (let s = Math.min(5, interval.seconds); s >= 1; s--) cues.push({ atMs: (interval.seconds - s) * 1000, tone: 'count' });
      return cues;
    }
    case 'work':
      return workCues(interval, next, about(interval));
    case 'switch':
      return [{ atMs: 0, say: t('Switch. {sideInWords}', { sideInWords: sideInWords(interval) }), motif: interval.foot }];
    case 'turn-round':
      return [{ atMs: 0, say: t('Turn round'), motif: 'turn-round' }];
    case 'rest': {
      const comes = sameGo(interval, next) ? announce(interval, about(interval), interval.seconds + (next?.seconds ?? 0)) : '';
      return [{ atMs: 0, say: comes ? t('Next: {comes}', { comes }) : t('Rest'), motif: 'rest' }];
    }
    case 'drink':
      return [{ atMs: 0, say: t('Have a drink. Go when you are ready.'), motif: 'drink' }];
    case 'score':
      return [{ atMs: 0, say: t('How many?'), motif: 'score' }];
  }
}
