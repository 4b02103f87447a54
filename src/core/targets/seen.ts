import type { Foot } from '../drills/terms.ts';
import type { Target } from './words.ts';

/** What a score says of the number that stood before the player. */
export interface Seen {
  /** The number to reach; null for none. */
  saw: number | null;
  sawStretch: boolean;
}

/** Scores of an item's go with the number to reach that stood before the player, for each foot its own: it is the one that they are judged by. */
export function asSeen<S extends { foot: Foot }>(
  scores: readonly S[],
  itemId: string,
  numbers: readonly { itemId: string; foot: Foot; target: Target }[],
): (S & Seen)[] {
  return scores.map((score) => {
    const target = numbers.find((one) => one.itemId === itemId && one.foot === score.foot)?.target;
    return { ...score, saw: target?.number ?? null, sawStretch: target?.stretch === true };
  });
}
