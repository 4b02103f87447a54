import { atHome } from './home.ts';
import type { Home } from './home-schema.ts';
import type { Drill } from './schema.ts';
import { KIT, type Kit } from './terms.ts';

/** What a coach has in mind when looking for a drill by what it needs. */
export const KIT_CHOICES = {
  'a ball alone': ['ball'],
  'ball and wall': ['ball', 'wall'],
  'ball and cones': ['ball', 'cones'],
  'no ball': [],
} as const satisfies Record<string, readonly Kit[]>;
export type KitChoice = keyof typeof KIT_CHOICES;

/** Ground by what people call it, in metres. */
export const GROUND_CHOICES = {
  'a room': { length: 2.5, width: 2.5 },
  'a driveway': { length: 5, width: 3 },
  'a small yard': { length: 7, width: 7 },
} as const satisfies Record<string, NonNullable<Home['yard']>>;
export type GroundChoice = keyof typeof GROUND_CHOICES;

export interface PlaceFilter {
  kit: KitChoice | null;
  ground: GroundChoice | null;
}

/** Whether a drill can be done with some kit on some ground. “Ball and wall” and “ball and cones” are for drills that use both; null asks nothing. */
export function fitsPlace(drill: Drill, { kit, ground }: PlaceFilter): boolean {
  if (kit !== null) {
    const has: readonly Kit[] = KIT_CHOICES[kit];
    if (!drill.kit.every((one) => has.includes(one)) || !has.every((one) => drill.kit.includes(one))) return false;
  }
  return ground === null || atHome(drill, { has: [...KIT], yard: GROUND_CHOICES[ground], step: null }).can;
}
