import { median, medianAbsoluteDeviation } from 'simple-statistics';
import { WEEK_MS } from '../calendar/lengths.ts';
import { type TimedResult, theilSen } from './trend.ts';

/** Goes that the next one is computed from. */
export const GOES_FOR_NEXT = 8;
/** From so many on the slope between them is followed. */
const GOES_FOR_SLOPE = 4;
/** The slope is followed this many weeks ahead at most: nobody rises on through a winter without a go. */
const WEEKS_AHEAD = 2;

/** What the next go is likely to bring. */
export interface Next {
  /** The middle: half of the goes come out better. */
  middle: number;
  /** Spread of one go around the middle, as a standard deviation: 1.4826 · MAD of what is left beside the line, at least 3 % of the middle. */
  spread: number;
  /** Four of five goes fall between them. */
  low: number;
  high: number;
  /** Goes it rests on, at most 8. */
  goes: number;
}

/** The newest results as they would come out at an instant: each moved along the robust slope of them all. */
function broughtTo(results: readonly TimedResult[], at: number): number[] {
  const newest = [...results].sort((a, b) => b.doneAt - a.doneAt || b.result - a.result).slice(0, GOES_FOR_NEXT);
  const slope = newest.length >= GOES_FOR_SLOPE ? (theilSen(newest) ?? 0) : 0;
  const last = newest[0]?.doneAt ?? at;
  const until = Math.min(Math.max(at, last), last + WEEKS_AHEAD * WEEK_MS);
  return newest.map((one) => one.result + (slope * (until - one.doneAt)) / WEEK_MS);
}

/**
 * What the next go is likely to bring, from the newest 8: robust slope (Theil–Sen) and spread (MAD). Null without a result.
 * @param at epoch ms of the go
 */
export function nextOf(results: readonly TimedResult[], at: number): Next | null {
  const values = broughtTo(results, at);
  if (values.length === 0) return null;
  const middle = median(values);
  const spread = Math.max(1.4826 * medianAbsoluteDeviation(values), 0.03 * Math.abs(middle));
  // A line through few points is itself uncertain: the variance of a new value beside a mean of n is (1 + 1/n) times that of one.
  const wide = 1.2816 * spread * Math.sqrt(1 + 1 / values.length);
  return { middle, spread, low: Math.max(0, middle - wide), high: middle + wide, goes: values.length };
}
