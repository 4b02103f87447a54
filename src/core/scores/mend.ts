import { BETTER } from '../drills/terms.ts';
import type { Dose } from '../weeks/schema.ts';
import { type Claim, resultOf } from './result.ts';

/** What a player says of one foot of a go. */
export interface Word {
  /** Null: "I lost count". */
  value: number | null;
  faults: number;
  /** Best on each surface or every try of a slot. */
  parts: Record<string, number> | null;
}

/** A word with its place among the others of the same go: when it was said, epoch ms on the server's clock. */
export interface SaidWord extends Word {
  id: string;
  at: number;
}

/** Days after a go in which its number can still be mended, as long as the coach has not decided. */
export const MEND_DAYS = 7;

/**
 * The word that holds: the newest, whatever the order in which they came; of two in one instant the one with the later id.
 * @throws RangeError when there is none
 */
export function wordInForce(words: readonly SaidWord[]): SaidWord {
  const [first, ...others] = words;
  if (!first) throw new RangeError('Nothing was said.');
  const later = (a: SaidWord, b: SaidWord) => b.at > a.at || (b.at === a.at && b.id > a.id);
  return others.reduce((newest, one) => (later(newest, one) ? one : newest), first);
}

/** The first word of a go, by the same order. Null when only one was said. */
export function wordBefore(words: readonly SaidWord[]): SaidWord | null {
  if (words.length < 2) return null;
  return [...words].sort((a, b) => a.at - b.at || (a.id < b.id ? -1 : 1))[0] ?? null;
}

/**
 * Whether mending made a record of what was none: the number that holds beats the best before it, and the first one did not.
 * @param best the best result before the go; null for the first, which can be no record
 */
export function mendedToRecord(claim: Claim, first: Pick<Claim, 'value' | 'faults'>, dose: Dose, best: number | null): boolean {
  if (best === null) return false;
  const beats = (result: number | null) => result !== null && (BETTER[dose.measure] === 'more' ? result > best : result < best);
  return beats(resultOf(claim, dose)) && !beats(resultOf({ ...claim, ...first }, dose));
}
