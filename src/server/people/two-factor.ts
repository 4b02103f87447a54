import { eq } from 'drizzle-orm';
import type { Actor } from '../auth/actor.ts';
import { needsTwoFactor } from '../auth/needs-two-factor.ts';
import { user } from '../db/schema.ts';
import type { Context } from '../house.ts';
import { allow, asPerson } from '../policy.ts';

/** Whether signing in asks for a code of an app, and whether this house wants it. */
export function myTwoFactor(context: Context, actor: Actor): { on: boolean; needed: boolean } {
  allow(context.db, actor, 'see my sign-ins');
  const { userId } = asPerson(actor);
  const row = context.db.select({ on: user.twoFactorEnabled }).from(user).where(eq(user.id, userId)).get();
  return { on: row?.on ?? false, needed: needsTwoFactor(context, userId) };
}
