import { type Foot, otherFoot, type Sides } from '../drills/terms.ts';
import type { StrongerFoot } from '../squads/terms.ts';
import type { Item } from '../weeks/schema.ts';

/** The foot a player calls the stronger one; "both" or "not sure" counts as right. */
export function strongerOf(strongerFoot: StrongerFoot): 'left' | 'right' {
  return strongerFoot === 'left' ? 'left' : 'right';
}

const OF_EACH: readonly Sides[] = ['each foot', 'stronger then other'];

/** Whether each foot has the same work of its own, whichever begins. */
export const hasBothFeet = (sides: Sides): boolean => OF_EACH.includes(sides);

/**
 * The order in which the feet work in one round.
 * @param round from 0; with `turn about` every second round starts with the other foot.
 */
export function feetOfRound(sides: Sides, starts: Item['starts'], strongerFoot: StrongerFoot, round: number): Foot[] {
  const stronger = strongerOf(strongerFoot);
  switch (sides) {
    case 'untracked':
    case 'alternating':
      return ['both'];
    case 'left':
    case 'right':
      return [sides];
    case 'other foot only':
      return [otherFoot(stronger)];
    case 'stronger then other':
      return [stronger, otherFoot(stronger)];
    case 'each foot': {
      const asked = starts === 'stronger' ? stronger : starts === 'left' ? 'left' : 'right';
      const first = starts === 'turn about' && round % 2 === 1 ? otherFoot(asked) : asked;
      return [first, otherFoot(first)];
    }
  }
}

/**
 * The feet that a scored go of an item gets a number for, left before right. Surfaces are one number with its parts,
 * because 25 on each of four surfaces is one feat.
 */
export function feetToScore(item: Pick<Item, 'side' | 'dose' | 'starts'>, strongerFoot: StrongerFoot): Foot[] {
  if (item.dose.measure === 'surfaces') return ['both'];
  const feet = feetOfRound(item.side, item.starts, strongerFoot, 0);
  return feet.length === 2 ? ['left', 'right'] : feet;
}
