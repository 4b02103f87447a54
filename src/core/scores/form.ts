import { median, medianAbsoluteDeviation } from 'simple-statistics';
import { BETTER, type Measure } from '../drills/terms.ts';

/** Form is what the newest goes were like: a season back says little of today. */
export const FORM_GOES = 12;

/** Least spreads: of runs, which have long tails, on the scale of logarithms; of all else a share of the middle, and one. */
const LEAST_OF_RUNS = 0.5;
const LEAST_SHARE = 0.06;

/**
 * How far a result lies from the own form, upwards (towards better): (x − median) / max(1.4826 · MAD, 6 % of the median, 1) over the newest
 * 12 goes; for runs the same on log(x + ½), at least 0.5. 1.4826 makes the MAD a standard deviation for normal data (Rousseeuw & Croux 1993).
 * Negative when worse than the median.
 * @param earlier oldest first
 */
export function formDistance(result: number, earlier: readonly number[], measure: Measure): number {
  const runs = measure === 'unbroken run';
  const to = (x: number) => (runs ? Math.log(Math.max(0, x) + 0.5) : x);
  const newest = earlier.slice(-FORM_GOES).map(to);
  const middle = median(newest);
  const least = runs ? LEAST_OF_RUNS : Math.max(LEAST_SHARE * Math.abs(middle), 1);
  const distance = (to(result) - middle) / Math.max(1.4826 * medianAbsoluteDeviation(newest), least);
  return BETTER[measure] === 'more' ? distance : -distance;
}
