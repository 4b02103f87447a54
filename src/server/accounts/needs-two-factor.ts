import { and, eq } from 'drizzle-orm';
import type { Config } from '../platform/config.ts';
import type { Db } from '../platform/db/connection.ts';
import { squadCoaches } from '../platform/db/schema.ts';

const isHead = (db: Db, userId: string): boolean =>
  db
    .select({ squadId: squadCoaches.squadId })
    .from(squadCoaches)
    .where(and(eq(squadCoaches.userId, userId), eq(squadCoaches.role, 'head coach')))
    .limit(1)
    .get() !== undefined;

/** Whether an account must have an authenticator app in this house, whatever it has: head coaches, where the house says so. */
export const needsTwoFactor = ({ db, config }: { db: Db; config: Config }, userId: string): boolean =>
  config.twoFactorForHeads && isHead(db, userId);
