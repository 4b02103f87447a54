import { eq } from 'drizzle-orm';
import type { Context } from '../context.ts';
import { user } from '../platform/db/schema.ts';
import { allow, asPerson } from '../policy.ts';
import type { Actor } from './actor.ts';
import { needsTwoFactor } from './needs-two-factor.ts';

/** Whether signing in asks for a code of an app, and whether this house wants it. */
export function myTwoFactor(context: Context, actor: Actor): { on: boolean; needed: boolean } {
  allow(context.db, actor, 'see my sign-ins');
  const { userId } = asPerson(actor);
  const row = context.db.select({ on: user.twoFactorEnabled }).from(user).where(eq(user.id, userId)).get();
  return { on: row?.on ?? false, needed: needsTwoFactor(context, userId) };
}
