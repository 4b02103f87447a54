import type { Home } from './home-schema.ts';

/** How many cones there are at a home; null where nobody counted, or where something else stands in for all of them. */
export const conesAt = (home: Home | null): number | null => (home?.has.includes('cones') ? (home.cones ?? null) : null);

/** How many cones of those that are needed have to be something else, at a home that has counted its own. */
export function conesShort(needed: number, home: Home | null): number {
  const cones = conesAt(home);
  return cones === null ? 0 : Math.max(0, needed - cones);
}
