import type { DoubtResult } from './doubt.ts';

/** What decides the place of a waiting score. */
export interface Waiting {
  scoreId: string;
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

/**
 * The order of the review queue: doubted first, then clips asked for, then clips, then clear ones; newest first within each, and of one
 * instant by id, so that no two have the same place.
 */
export function compareWaiting(a: Waiting, b: Waiting): number {
  return rank(a) - rank(b) || b.doneAt - a.doneAt || (a.scoreId < b.scoreId ? -1 : a.scoreId > b.scoreId ? 1 : 0);
}

/** A place in the queue as a text, to go on from there; it stays one when the score itself has left the queue. */
export const placeOf = (one: Waiting): string => `${rank(one)}.${one.doneAt}.${one.scoreId}`;

const PLACE = /^([0-5])\.(\d{1,16})\.([0-9a-zA-Z-]{1,64})$/;

/** Whether a text is a place as `placeOf` writes it. */
export const isPlace = (text: string): boolean => PLACE.test(text);

/**
 * Whether a waiting score stands after a place of the queue.
 * @throws RangeError when the text is no place
 */
export function standsAfter(one: Waiting, place: string): boolean {
  const found = PLACE.exec(place);
  if (!found) throw new RangeError(`“${place}” is no place of the queue.`);
  const [atRank, doneAt, id] = [Number(found[1]), Number(found[2]), found[3] as string];
  return rank(one) - atRank > 0 || (rank(one) === atRank && (one.doneAt < doneAt || (one.doneAt === doneAt && one.scoreId > id)));
}

/** Whether a waiting score may be waved through: nothing speaks against it, and there is a number to count. */
export const mayBeWaved = (one: { result: DoubtResult; value: number | null }): boolean => one.result === 'clear' && one.value !== null;
