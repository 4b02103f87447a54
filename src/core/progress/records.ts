import type { TimedResult } from './trend.ts';

export type Better = 'more' | 'less';

/** Whether one result beats another, in the measure's own direction; the same is no better. */
export const beats = (result: number, other: number, better: Better): boolean => (better === 'more' ? result > other : result < other);

const inOrder = <R extends Pick<TimedResult, 'doneAt'>>(results: readonly R[]): R[] => [...results].sort((a, b) => a.doneAt - b.doneAt);

/** The best result; of equal ones the first, because a record is only broken by a better one. Null for none. */
export function recordOf<R extends TimedResult>(results: readonly R[], better: Better): R | null {
  return results.reduce<R | null>((best, one) => {
    if (!best || beats(one.result, best.result, better)) return one;
    return one.result === best.result && one.doneAt < best.doneAt ? one : best;
  }, null);
}

/** Every result that was a record when it was done, oldest first; the first result is one. */
export function recordsOf<R extends TimedResult>(results: readonly R[], better: Better): R[] {
  const records: R[] = [];
  for (const one of inOrder(results)) {
    const held = records.at(-1);
    if (!held || beats(one.result, held.result, better)) records.push(one);
  }
  return records;
}

/** A dip is a result below this share of the record. */
export const DIP_SHARE = 0.85;
/** So many dips running are told to the coach. */
export const DIPS_TOLD = 3;

/** A result as a share of the record, 1 at the record, lower when worse: where less is better the record is divided by it. */
export function shareOfRecord(result: number, record: number, better: Better): number {
  const [top, bottom] = better === 'more' ? [result, record] : [record, result];
  if (bottom === 0) return top === 0 ? 1 : 0;
  return top / bottom;
}

export interface Dip {
  /** The last go is below 85 % of the record. */
  now: boolean;
  /** Goes running, the last one included, below 85 % of the record. */
  running: number;
  /** Three or more running: told to the coach, with what may help. Never to the child. */
  told: boolean;
}

/**
 * Ups and downs beside the record.
 * @param held the record, where it lies before the results that are given; the best of these when left out or null
 */
export function dipOf(results: readonly TimedResult[], better: Better, held: number | null = null): Dip {
  const best = recordOf(results, better)?.result ?? null;
  const record = held !== null && (best === null || beats(held, best, better)) ? held : best;
  let running = 0;
  if (record !== null) {
    for (const one of inOrder(results).reverse()) {
      if (shareOfRecord(one.result, record, better) >= DIP_SHARE) break;
      running++;
    }
  }
  return { now: running > 0, running, told: running >= DIPS_TOLD };
}
