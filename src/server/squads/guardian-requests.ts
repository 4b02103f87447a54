import { and, asc, count, eq } from 'drizzle-orm';
import type { GuardianRequestView } from '../../contract/screens.ts';
import type { Db } from '../platform/db/connection.ts';
import { guardianRequests, user } from '../platform/db/schema.ts';

/** Who waits for the yes of a child's guardian, oldest first. */
export const guardianRequestsOf = (db: Db, playerId: string): GuardianRequestView[] =>
  db
    .select({ id: guardianRequests.id, name: user.name, at: guardianRequests.at })
    .from(guardianRequests)
    .innerJoin(user, eq(user.id, guardianRequests.userId))
    .where(and(eq(guardianRequests.playerId, playerId), eq(guardianRequests.state, 'waiting')))
    .orderBy(asc(guardianRequests.at))
    .all();

/** How many children an account has asked for and waits for. */
export const requestsBy = (db: Db, userId: string): number =>
  db
    .select({ n: count() })
    .from(guardianRequests)
    .where(and(eq(guardianRequests.userId, userId), eq(guardianRequests.state, 'waiting')))
    .get()?.n ?? 0;
