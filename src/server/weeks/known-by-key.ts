/** One counted result of a player. */
export interface KnownResult {
  result: number;
  doneAt: number;
  faults: number;
}

/** What is known under one record key: the newest counted results, oldest first, and the best of all. */
export interface KnownKey {
  recent: readonly KnownResult[];
  record: number | null;
  /** The stretch number that was shown last; null for none. */
  shown: number | null;
}

export type KnownByKey = ReadonlyMap<string, KnownKey>;
