/* Laws are tried on few examples at every change, and on all of them in `npm run test:long`. */

/** Whether everything is tried. */
export const ALL_OF_IT = process.env.TESTS === 'all';

const SHARE = 10;

/** How many examples a law is tried on. */
export const often = (times: number): number => (ALL_OF_IT ? times : Math.max(3, Math.ceil(times / SHARE)));

/** Every tenth of a list, from its first on. */
export const someOf = <T>(list: readonly T[]): T[] => list.filter((_, i) => ALL_OF_IT || i % SHARE === 0);

/** Makes something when it is first asked for, and keeps it. */
export function once<T>(make: () => T): () => T {
  let kept: { made: T } | null = null;
  return () => {
    kept ??= { made: make() };
    return kept.made;
  };
}
