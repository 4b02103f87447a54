/** Balance at and below which the other foot's share grows no more, and that share. */
const LOWEST_BALANCE = 0.4;
const MOST_SHARE = 0.7;

/**
 * Share of the scored work that the foot behind gets in the catch-up school: 50 % at balance 1, in a straight line up to 70 % at 0.4, and
 * 70 % below.
 * @param balance lower / higher of the two feet's medians, 0–1
 * @throws RangeError outside 0–1
 */
export function catchUpShare(balance: number): number {
  if (!(balance >= 0 && balance <= 1)) throw new RangeError('A foot balance lies between 0 and 1.');
  const short = (1 - Math.max(balance, LOWEST_BALANCE)) / (1 - LOWEST_BALANCE);
  return 0.5 + short * (MOST_SHARE - 0.5);
}

/** Seconds or reps are handed out in steps of 5; less than one step is no dose. */
const STEP = 5;

/**
 * What the foot behind does on top of its equal half, so that it has the catch-up share of all: with d for each foot and share p,
 * d + extra = p (2 d + extra), so extra = d (2 p − 1) / (1 − p).
 * @param dose seconds or reps of each foot over all rounds
 * @returns in the unit of the dose, to the nearest 5; 0 when that is nothing
 */
export function catchUpExtra(dose: number, balance: number): number {
  const share = catchUpShare(balance);
  return Math.round((dose * (2 * share - 1)) / (1 - share) / STEP) * STEP;
}
