/** Lengths of a run sheet that a squad can change, in whole seconds. */
export interface Times {
  leadIn: number;
  leadInFirstOfBlock: number;
  switch: number;
  turnRound: number;
  /** Computed for saying a number; the clock waits for as long as it takes. */
  scoring: number;
  /** From a number back to the place, before the clock goes on; 0 waits until the player says ready. No part of the run sheet. */
  walkBack: number;
}

/** Least and most of each length. The lead-in may not be switched off: three seconds are counted in at least. */
export const TIMES_RANGE: Readonly<Record<keyof Times, readonly [least: number, most: number]>> = {
  leadIn: [3, 30],
  leadInFirstOfBlock: [5, 60],
  switch: [2, 30],
  turnRound: [2, 30],
  scoring: [5, 60],
  walkBack: [0, 60],
};

/** Default lengths in seconds. */
export const TIMES: Readonly<Times & { ruleSaid: number }> = {
  leadIn: 5,
  leadInFirstOfBlock: 10,
  switch: 3,
  turnRound: 3,
  scoring: 10,
  walkBack: 0,
  /** Off time between the items of a block with scored goes lasts at least this long, so that a counting rule can be said in it. */
  ruleSaid: 10,
};
