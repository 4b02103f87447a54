/** Share of honest goes that the rules doubt; measured on simulated seasons, see docs/measurements.md. */
export const USUAL_DOUBTED = 0.02;
/** So rarely would it be chance that a coach is told. */
const CHANCE = 0.001;
const LEAST_DOUBTED = 3;

/** The chance of at least `hits` of `tries`, each with chance `p` (upper tail of the binomial distribution, summed). */
export function atLeastChance(hits: number, tries: number, p: number): number {
  let term = (1 - p) ** tries;
  let below = 0;
  for (let k = 0; k < hits; k++) {
    below += term;
    term *= ((tries - k) / (k + 1)) * (p / (1 - p));
  }
  return Math.max(0, 1 - below);
}

/**
 * Whether a player's goes are doubted more often than honest ones are, beyond chance (one in a thousand): a ground to ask for clips, told
 * to the coach alone, and no word about the child.
 * @param doubted goes that had a doubt when they came in
 * @param goes all of the player's goes with a number
 */
export const doubtedOften = (doubted: number, goes: number): boolean =>
  doubted >= LEAST_DOUBTED && atLeastChance(doubted, goes, USUAL_DOUBTED) < CHANCE;
