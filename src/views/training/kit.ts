import type { ThisWeek } from '../../contract/training.ts';
import { atHome } from '../../core/drills/home.ts';
import type { Home } from '../../core/drills/home-schema.ts';
import type { Drill } from '../../core/drills/schema.ts';
import { type Kit, STAND_INS } from '../../core/drills/terms.ts';
import { kitOf } from '../../core/planning/checks.ts';
import type { Session } from '../../core/weeks/schema.ts';

export const playedItems = (session: Session) => session.blocks.flatMap((block) => block.items);

/** The drills of a session, each once, in order. */
export const drillsOf = (session: Session, drills: ReadonlyMap<string, Drill>): Drill[] =>
  [...new Set(playedItems(session).map((item) => item.drillId))].flatMap((id) => drills.get(id) ?? []);

/** How many cones the largest layout of some drills needs, as it is laid at a home; 0 where none does. */
export const conesFor = (drills: readonly Drill[], home: Home | null): number =>
  Math.max(0, ...drills.map((drill) => atHome(drill, home).layout?.placed.cones.length ?? 0));

/** What stands in for a thing, in words. */
export const standInsOf = (kit: Kit): string => STAND_INS[kit].join(', or ');

/** Whether a thing is known not to be at home. */
export const lacks = (visit: ThisWeek, kit: Kit): boolean => visit.home !== null && !visit.home.has.includes(kit);

/** Items that cannot be done at this player's home, and have nothing in their place. */
export const leftOutAt = (visit: Pick<ThisWeek, 'swaps'>): Set<string> =>
  new Set(visit.swaps.filter((swap) => swap.instead === null).map((swap) => swap.itemId));

/** What a session needs at this player's home; drills that cannot be done there need nothing. */
export function kitAtHome(visit: ThisWeek, session: Session, drills: ReadonlyMap<string, Drill>): Kit[] {
  const left = leftOutAt(visit);
  return kitOf(
    playedItems(session).filter((item) => !left.has(item.id)),
    drills,
  );
}
