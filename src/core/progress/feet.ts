import { median } from 'simple-statistics';
import type { Foot } from '../drills/terms.ts';
import type { Better } from './records.ts';
import type { TimedResult } from './trend.ts';

/** The newest result; null for none. */
export function lastOf<R extends Pick<TimedResult, 'doneAt'>>(results: readonly R[]): R | null {
  return results.reduce<R | null>((last, one) => (last && last.doneAt >= one.doneAt ? last : one), null);
}

/** Median of the newest `n` results; null for none. */
export function medianOfLast(results: readonly TimedResult[], n = 5): number | null {
  const newest = [...results].sort((a, b) => b.doneAt - a.doneAt).slice(0, n);
  return newest.length === 0 ? null : median(newest.map((one) => one.result));
}

export interface FootBalance {
  /** Lower / higher of the two medians, 0–1; 1 is even. */
  balance: number;
  /** The foot with the weaker median; `both` when even. */
  behind: Foot;
}

/**
 * Foot balance of a drill: lower / higher of the two medians of the last 5. Null until both feet have a
 * result. Two medians of 0 are even. Where less is better, the slower foot is behind.
 */
export function footBalance(left: readonly TimedResult[], right: readonly TimedResult[], better: 'more' | 'less'): FootBalance | null {
  const l = medianOfLast(left);
  const r = medianOfLast(right);
  if (l === null || r === null) return null;
  if (l === r) return { balance: 1, behind: 'both' };
  const leftIsBetter = better === 'more' ? l > r : l < r;
  return { balance: Math.min(l, r) / Math.max(l, r), behind: leftIsBetter ? 'right' : 'left' };
}

/** Reps ever done on each foot; reps of both feet together count half for each. */
export interface FootLedger {
  left: number;
  right: number;
  /** Touches that the foot behind is short of; 0 when even. */
  deficit: number;
  behind: Foot;
}

/** Adds up the reps of a life-time by foot. */
export function footLedger(reps: readonly { foot: Foot; reps: number }[]): FootLedger {
  let left = 0;
  let right = 0;
  for (const one of reps) {
    if (one.foot !== 'right') left += one.foot === 'both' ? one.reps / 2 : one.reps;
    if (one.foot !== 'left') right += one.foot === 'both' ? one.reps / 2 : one.reps;
  }
  const deficit = Math.round(Math.abs(left - right));
  return { left: Math.round(left), right: Math.round(right), deficit, behind: deficit === 0 ? 'both' : left < right ? 'left' : 'right' };
}

/** The middle of the foot balances of several drills, each with the results of both feet; null where none was done with each foot. */
export function middleBalance(
  drills: readonly { left: readonly TimedResult[]; right: readonly TimedResult[]; better: Better }[],
): number | null {
  const balances = drills.flatMap(({ left, right, better }) => footBalance(left, right, better)?.balance ?? []);
  return balances.length === 0 ? null : median(balances);
}
