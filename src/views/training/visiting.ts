import type { Companion } from '../../client/companions.ts';
import type { ThisWeek } from '../../contract/training.ts';
import type { Drill } from '../../core/drills/schema.ts';
import type { Session } from '../../core/weeks/schema.ts';

/** A player's week that can be visited. */
export type OpenVisit = ThisWeek & { week: NonNullable<ThisWeek['week']>; squad: NonNullable<ThisWeek['squad']> };

/** Every drill that a visit may show, by id: those of the week, and their neighbours. */
export const drillsOfVisit = ({ beside, week }: OpenVisit): ReadonlyMap<string, Drill> =>
  new Map(Object.entries({ ...beside?.drills, ...week.content.drills }));

/** Whose visit to which session. */
export interface Visiting {
  visit: OpenVisit;
  session: Session;
}

/** The visits of all who came along and still may: whose sign-in is over is left out. */
export async function visitsOf(
  players: readonly Companion[],
  visitOf: (playerId: string) => Promise<Visiting | null>,
): Promise<Visiting[]> {
  const found = await Promise.all(players.map(({ playerId }) => visitOf(playerId).catch(() => null)));
  return found.filter((one) => one !== null);
}
