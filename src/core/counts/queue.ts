import type { DoubtResult } from './doubt.ts';

interface Waiting {
  result: DoubtResult;
  /** Null without one. */
  clip: object | null;
  /** The coach asked for this clip. */
  clipWanted: boolean;
  doneAt: number;
}

/** Place of a waiting score: what cannot be, what needs a look, clips that were asked for, other clips, clear ones. */
function rank({ result, clip, clipWanted }: Waiting): number {
  if (result === 'cannot be') return 0;
  if (result === 'look') return clip ? 1 : 2;
  if (!clip) return 5;
  return clipWanted ? 3 : 4;
}

/** The order of the review queue: doubted first, then clips asked for, then clips, then clear ones; newest first within each. */
export function compareWaiting(a: Waiting, b: Waiting): number {
  return rank(a) - rank(b) || b.doneAt - a.doneAt;
}

/** Whether a waiting score may be waved through: nothing speaks against it, and there is a number to count. */
export const mayBeWaved = (one: { result: DoubtResult; value: number | null }): boolean => one.result === 'clear' && one.value !== null;
