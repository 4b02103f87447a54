/** A list by a key of each, in the order in which the keys first come; the order within a key stays. */
export function grouped<T, K>(list: readonly T[], keyOf: (one: T) => K): Map<K, T[]> {
  const by = new Map<K, T[]>();
  for (const one of list) {
    const key = keyOf(one);
    const had = by.get(key);
    if (had) had.push(one);
    else by.set(key, [one]);
  }
  return by;
}
