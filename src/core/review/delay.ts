import { median, medianAbsoluteDeviation } from 'simple-statistics';

/** How late a coach taps: seconds after the sight of a rep, with its robust spread. */
export interface TapDelay {
  seconds: number;
  spread: number;
  /** Reps that had a tap of their own. */
  matched: number;
}

/** Taps needed before a delay is believed. */
export const DELAY_TAPS = 8;
/** A spread above this says that the taps did not follow the reps. */
export const DELAY_SPREAD_MAX = 0.15;
const EARLIEST = -0.15;
const LATEST = 0.5;

/**
 * The delay of somebody's tapping, measured on reps whose times are known: the middle of tap − rep over reps with exactly one tap
 * from 0.15 s before to 0.5 s after. People who follow a rhythm foresee it, so that it can be near zero and below.
 * @param reps known times in seconds, ascending, at least 0.65 s apart
 * @param taps times of the taps in the same seconds
 * @returns null under 8 matched taps or with a spread over 0.15 s: tap along once more
 */
export function tapDelay(reps: readonly number[], taps: readonly number[]): TapDelay | null {
  const late = reps.flatMap((rep) => {
    const mine = taps.filter((tap) => tap - rep >= EARLIEST && tap - rep <= LATEST);
    return mine.length === 1 ? mine.map((tap) => tap - rep) : [];
  });
  if (late.length < DELAY_TAPS) return null;
  const spread = 1.4826 * medianAbsoluteDeviation(late);
  return spread > DELAY_SPREAD_MAX ? null : { seconds: median(late), spread, matched: late.length };
}
