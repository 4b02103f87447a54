import { chance } from '../core/chance.ts';
import type { HeardDrill } from '../core/rep-counter/index.ts';

/** Pace figures as a drill has them, round a rate that a player has: easy at 40–90 % of it, the ceiling at 130–250 %. */
export function drillFor(perSecond: number, seed: number): HeardDrill {
  const random = chance(seed);
  return {
    pace: { easy: perSecond * (0.4 + random.next() * 0.5), ceiling: perSecond * (1.3 + random.next() * 1.2) },
    soundsPerRep: 1,
  };
}
