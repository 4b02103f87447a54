import { and, eq } from 'drizzle-orm';
import type { Actor } from '../auth/actor.ts';
import type { Db } from '../db/connection.ts';
import { squadCoaches, user } from '../db/schema.ts';
import type { Context } from '../house.ts';
import { allow, asPerson } from '../policy.ts';

const isHead = (db: Db, userId: string): boolean =>
  db
    .select({ squadId: squadCoaches.squadId })
    .from(squadCoaches)
    .where(and(eq(squadCoaches.userId, userId), eq(squadCoaches.role, 'head coach')))
    .limit(1)
    .get() !== undefined;

/** Whether an account must have an authenticator app in this house, whatever it has: head coaches, where the house says so. */
export const needsTwoFactor = ({ db, config }: Pick<Context, 'db' | 'config'>, userId: string): boolean =>
  config.twoFactorForHeads && isHead(db, userId);

/** Whether signing in asks for a code of an app, and whether this house wants it. */
export function myTwoFactor(context: Context, actor: Actor): { on: boolean; needed: boolean } {
  allow(context.db, actor, 'see my sign-ins');
  const { userId } = asPerson(actor);
  const row = context.db.select({ on: user.twoFactorEnabled }).from(user).where(eq(user.id, userId)).get();
  return { on: row?.on ?? false, needed: needsTwoFactor(context, userId) };
}
