/**
 * A list in lists of at most so many, in the same order.
 * @param size at least 1
 */
export function* inParts<T>(list: readonly T[], size: number): Generator<T[]> {
  for (let i = 0; i < list.length; i += size) yield list.slice(i, i + size);
}
