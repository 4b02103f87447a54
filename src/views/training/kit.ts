import type { ThisWeek } from '../../contract/training.ts';
import type { Drill } from '../../core/drills/schema.ts';
import type { Kit } from '../../core/drills/terms.ts';
import { kitOf } from '../../core/planning/checks.ts';
import type { Session } from '../../core/weeks/schema.ts';

export const playedItems = (session: Session) => session.blocks.flatMap((block) => block.items);

/** The drills of a session, each once, in order. */
export const drillsOf = (session: Session, drills: ReadonlyMap<string, Drill>): Drill[] =>
  [...new Set(playedItems(session).map((item) => item.drillId))].flatMap((id) => drills.get(id) ?? []);

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
