import type { Home } from './home-schema.ts';

/** How many cones of those that are needed have to be something else, at a home that has counted its own. */
export const conesShort = (needed: number, home: Home | null): number =>
  home?.has.includes('cones') && home.cones ? Math.max(0, needed - home.cones) : 0;
