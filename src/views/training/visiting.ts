import type { ThisWeek } from '../../contract/training.ts';
import type { Session } from '../../core/weeks/schema.ts';

/** A player's week that can be visited. */
export type OpenVisit = ThisWeek & { week: NonNullable<ThisWeek['week']>; squad: NonNullable<ThisWeek['squad']> };

/** Whose visit to which session. */
export interface Visiting {
  visit: OpenVisit;
  session: Session;
}
