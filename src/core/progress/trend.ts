import { median } from 'simple-statistics';
import { WEEK_MS } from '../calendar/lengths.ts';

/** A result at an instant; what a trend is computed from. */
export interface TimedResult {
  result: number;
  /** Epoch milliseconds. */
  doneAt: number;
}

export type Direction = 'rising' | 'steady' | 'dipping';

export interface Trend {
  /** Theil–Sen slope: change of the result a week, in the unit of the result. */
  perWeek: number;
  /** 90 % interval of the slope; `low` ≤ `high`. */
  low: number;
  high: number;
  /** In the sense of better: rising is getting better, also where less is better. Steady when the interval holds 0. */
  direction: Direction;
  /** Instants (each counted once) that it rests on. */
  points: number;
}

interface Point {
  /** Weeks since the first. */
  x: number;
  y: number;
}

/** Results of one instant become one point, their median, so that no slope has a width of nothing. Oldest first. */
export function pointsOf(results: readonly TimedResult[]): Point[] {
  const at = new Map<number, number[]>();
  for (const one of results) {
    const list = at.get(one.doneAt);
    if (list) list.push(one.result);
    else at.set(one.doneAt, [one.result]);
  }
  const times = [...at.keys()].sort((a, b) => a - b);
  const first = times[0] ?? 0;
  return times.map((time) => ({ x: (time - first) / WEEK_MS, y: median(at.get(time) ?? []) }));
}

/** All slopes between two points, ascending. */
function slopesOf(points: readonly Point[]): number[] {
  const slopes: number[] = [];
  for (const [i, a] of points.entries()) for (const b of points.slice(i + 1)) slopes.push((b.y - a.y) / (b.x - a.x));
  return slopes.sort((a, b) => a - b);
}

/** Theil–Sen slope a week: the median of the slopes between all pairs of points (Theil 1950, Sen 1968). Null under two instants. */
export function theilSen(results: readonly TimedResult[]): number | null {
  const slopes = slopesOf(pointsOf(results));
  return slopes.length === 0 ? null : median(slopes);
}

/**
 * How many of the sorted slopes may be left off at each end so that what is between still covers the true slope with the given
 * confidence. When the true slope is subtracted, the signs of the pairs are those of a random order, so the number of slopes above it
 * is the number of inversions of a random permutation (Kendall 1938; Sen 1968). Its distribution is built exactly, by adding one
 * element at a time; ties of results make the interval wider than it need be, never narrower.
 * @param n number of points, at least 2
 * @param confidence between 0 and 1
 * @returns slopes off each end; -1 when not even all of them cover enough
 */
export function slopesOff(n: number, confidence: number): number {
  let chances = [1];
  for (let size = 2; size <= n; size++) {
    const next = new Array<number>(chances.length + size - 1).fill(0);
    for (const [k, chance] of chances.entries()) for (let add = 0; add < size; add++) next[k + add] = (next[k + add] ?? 0) + chance / size;
    chances = next;
  }
  const tail = (1 - confidence) / 2;
  let below = 0;
  for (const [k, chance] of chances.entries()) {
    below += chance;
    if (below > tail) return k - 1;
  }
  return chances.length - 1;
}

/** Goes that a trend looks back on at most: what is older says little about now. */
const TREND_GOES = 30;
/** Under four instants no interval covers 90 %. */
const LEAST_POINTS = 4;
const CONFIDENCE = 0.9;
const offCache = new Map<number, number>();

/**
 * Robust trend of the newest 30 results: Theil–Sen slope a week with its 90 % interval by the sign-count method.
 * The order in which results are given does not matter.
 * @returns null until there are results at four instants
 */
export function trendOf(results: readonly TimedResult[], better: 'more' | 'less'): Trend | null {
  const newest = [...results].sort((a, b) => b.doneAt - a.doneAt || b.result - a.result).slice(0, TREND_GOES);
  const points = pointsOf(newest);
  if (points.length < LEAST_POINTS) return null;
  const slopes = slopesOf(points);
  const off = offCache.get(points.length) ?? slopesOff(points.length, CONFIDENCE);
  offCache.set(points.length, off);
  const low = slopes[off] as number;
  const high = slopes[slopes.length - 1 - off] as number;
  const up = better === 'more' ? 'rising' : 'dipping';
  const down = better === 'more' ? 'dipping' : 'rising';
  return { perWeek: median(slopes), low, high, direction: low > 0 ? up : high < 0 ? down : 'steady', points: points.length };
}
