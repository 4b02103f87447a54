import type { Foot } from '../drills/terms.ts';

/** One tap of somebody who counts along: a touch of a foot, or the ball on the ground, which ends a try. */
export interface Tap {
  /** Epoch milliseconds on the phone, seconds of media time on a clip. */
  at: number;
  what: 'left' | 'right' | 'drop';
}

export interface Tally {
  left: number;
  right: number;
  /** Both feet together. */
  both: number;
  /** Touches of each unbroken try, in order; the try that was on at the end is the last. Empty tries are left out. */
  tries: number[];
  /** Times the ball was lost. */
  drops: number;
}

/** What a list of taps comes to. The order in which they are given does not matter; their times do. */
export function tallyOf(taps: readonly Tap[]): Tally {
  const tally: Tally = { left: 0, right: 0, both: 0, tries: [], drops: 0 };
  let run = 0;
  for (const tap of [...taps].sort((a, b) => a.at - b.at)) {
    if (tap.what === 'drop') {
      tally.drops++;
      if (run > 0) tally.tries.push(run);
      run = 0;
      continue;
    }
    tally[tap.what]++;
    tally.both++;
    run++;
  }
  if (run > 0) tally.tries.push(run);
  return tally;
}

/** The touches of one foot, or of both together. */
export const touchesOf = (tally: Tally, foot: Foot): number => tally[foot];
