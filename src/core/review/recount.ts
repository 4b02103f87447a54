import { median, medianAbsoluteDeviation } from 'simple-statistics';
import type { Span } from '../clips/signals.ts';
import type { Foot, Measure } from '../drills/terms.ts';
import type { Mark } from './marks.ts';
import { tallyOf } from './taps.ts';

/** Reps in one stretch of the work. */
export interface RateWindow extends Span {
  left: number;
  right: number;
  /** Reps a second of the work in the window; null where no work ran. */
  rate: number | null;
}

export interface Recount {
  left: number;
  right: number;
  both: number;
  drops: number;
  /** Reps of the longest stretch between two drops. */
  longest: number;
  /** Reps marked outside the work: seen, and not counted. */
  outside: number;
  /** Middle and robust spread (1.4826 · MAD) of the seconds between reps of one unbroken stretch; null under two gaps. */
  rhythm: { gap: number; spread: number } | null;
  rates: RateWindow[];
}

const RATE_SECONDS = 5;
/** A rep that lands this close to the whistle still counts: half a frame of a slow camera and a finger. */
const EDGE_SECONDS = 0.1;

const inside = (at: number, work: readonly Span[], edge = EDGE_SECONDS) =>
  work.length === 0 || work.some((span) => at >= span.from - edge && at <= span.to + edge);

const overlap = (a: Span, b: Span) => Math.max(0, Math.min(a.to, b.to) - Math.max(a.from, b.from));

function ratesOf(reps: readonly Mark[], work: readonly Span[]): RateWindow[] {
  const first = work[0];
  const last = work.at(-1);
  if (!first || !last) return [];
  const windows: RateWindow[] = [];
  for (let from = first.from; from < last.to - 1e-9; from += RATE_SECONDS) {
    const to = Math.min(from + RATE_SECONDS, last.to);
    // The edge's grace belongs to the first and the last window.
    const low = windows.length === 0 ? Number.NEGATIVE_INFINITY : from;
    const high = to >= last.to - 1e-9 ? Number.POSITIVE_INFINITY : to;
    const here = reps.filter((mark) => mark.at >= low && mark.at < high);
    const seconds = work.reduce((sum, span) => sum + overlap(span, { from, to }), 0);
    const left = here.filter((mark) => mark.what === 'left').length;
    windows.push({ from, to, left, right: here.length - left, rate: seconds > 0 ? here.length / seconds : null });
  }
  return windows;
}

function rhythmOf(marks: readonly Mark[]): Recount['rhythm'] {
  const gaps: number[] = [];
  let before: number | null = null;
  for (const mark of marks) {
    if (mark.what !== 'drop' && before !== null) gaps.push(mark.at - before);
    before = mark.what === 'drop' ? null : mark.at;
  }
  if (gaps.length < 2) return null;
  return { gap: median(gaps), spread: 1.4826 * medianAbsoluteDeviation(gaps) };
}

/**
 * What a list of marks comes to. The order in which they are given does not matter; their times do.
 * @param work stretches of work in the clip, in order; marks more than a tenth of a second outside are not counted. Empty: all count.
 */
export function recountOf(given: readonly Mark[], work: readonly Span[] = []): Recount {
  const marks = [...given].sort((a, b) => a.at - b.at);
  const counted = marks.filter((mark) => inside(mark.at, work));
  const tally = tallyOf(counted);
  const reps = counted.filter((mark) => mark.what !== 'drop');
  return {
    left: tally.left,
    right: tally.right,
    both: tally.both,
    drops: tally.drops,
    longest: Math.max(0, ...tally.tries),
    outside: marks.filter((mark) => mark.what !== 'drop').length - reps.length,
    rhythm: rhythmOf(counted),
    rates: ratesOf(reps, work),
  };
}

/** Measures whose number can be recounted by marks on a clip. */
export const RECOUNTED: readonly Measure[] = ['count in time', 'hits in time', 'unbroken run', 'fixed reps', 'surfaces', 'sets'];

/**
 * The number that a recount gives a score: reps of its foot, the longest unbroken run, or sets passed.
 * Null where marks cannot tell (`course time`, `time on`).
 */
export function recountedValue(recount: Recount, measure: Measure, foot: Foot): number | null {
  if (!RECOUNTED.includes(measure)) return null;
  return measure === 'unbroken run' ? recount.longest : recount[foot];
}
