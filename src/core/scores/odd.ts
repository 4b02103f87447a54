import { BETTER, type Measure } from '../drills/terms.ts';
import { round1 } from '../text/rounded.ts';
import type { Dose } from '../weeks/schema.ts';
import { type Claim, rateOf, resultOf } from './result.ts';

/** Metres a second that nobody of school age keeps up round cones. */
export const FASTEST_RUN = 8;
/** From so many times the own best on a number is asked about. */
export const FAR_ABOVE = 5;
/** Below these bests five times as much is an ordinary good day: runs have long tails. */
const BEST_FROM: Partial<Record<Measure, number>> = { 'unbroken run': 20 };
const USUAL_BEST_FROM = 5;

const WHOLE: readonly Measure[] = ['count in time', 'hits in time', 'unbroken run', 'fixed reps', 'sets', 'surfaces'];

/** Why a number is asked about; `bound` is what it was held against (reps a second, seconds, or the best), null where nothing was. */
export interface Odd {
  kind: 'no whole number' | 'no time' | 'too quick' | 'over the ceiling' | 'far above the best';
  number: number;
  bound: number | null;
}

export interface OddInput {
  claim: Claim;
  dose: Dose;
  /** Reps a second that nobody's feet go above. */
  ceiling: number;
  /** The best result under the same key before this go; null for the first. */
  best: number | null;
  /** Metres of one course as it lies on the ground; null where there is none. */
  courseMetres: number | null;
}

/**
 * Whether a number is so odd that it is asked about, kindly and at once: no whole number where something is counted, a course in no time or
 * faster than anybody runs (8 m/s), more reps a second than the drill's ceiling, five times the own best (a fifth where less is better).
 * At a limit a number is not odd. Null for an ordinary number and for "I lost count".
 */
export function oddOf({ claim, dose, ceiling, best, courseMetres }: OddInput): Odd | null {
  const { value } = claim;
  if (value === null) return null;
  const { measure } = dose;
  if (WHOLE.includes(measure) && !Number.isInteger(value)) return { kind: 'no whole number', number: value, bound: null };
  if (measure === 'course time') {
    if (value <= 0) return { kind: 'no time', number: value, bound: null };
    const least = (courseMetres ?? 0) / FASTEST_RUN;
    if (value < least) return { kind: 'too quick', number: value, bound: round1(least) };
  }
  const rate = rateOf(claim, measure);
  if (rate !== null && rate > ceiling) return { kind: 'over the ceiling', number: value, bound: ceiling };
  const result = resultOf(claim, dose);
  if (result === null || best === null) return null;
  const far =
    BETTER[measure] === 'more' ? best >= (BEST_FROM[measure] ?? USUAL_BEST_FROM) && result >= FAR_ABOVE * best : result * FAR_ABOVE <= best;
  return far && measure !== 'sets' ? { kind: 'far above the best', number: result, bound: best } : null;
}
