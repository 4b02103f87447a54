import { and, eq } from 'drizzle-orm';
import type { Actor, Asking } from '../auth/actor.ts';
import { playerGuardians } from '../db/schema.ts';
import type { Context } from '../house.ts';
import { allow, asPerson } from '../policy.ts';
import { badInput } from '../problems.ts';
import { addGuardian } from '../squad/people.ts';
import { accountFor, type NewAccount } from './accounts.ts';
import type { Invitation } from './codes.ts';
import { findInvitation, spend } from './invitations.ts';

/** The child that a code is for. */
function childOf({ kind, playerId }: Invitation): string {
  if (kind !== 'guardian' || !playerId) throw badInput('code', 'This code is not for guardians.');
  return playerId;
}

/** Connects an account with the child of a code, and uses the code up; who is connected already keeps the code for somebody else. */
function connect(context: Context, found: Invitation, account: () => string): { playerId: string } {
  const { db } = context;
  const playerId = childOf(found);
  return db.transaction(() => {
    const userId = account();
    const both = and(eq(playerGuardians.playerId, playerId), eq(playerGuardians.userId, userId));
    if (db.select().from(playerGuardians).where(both).get()) return { playerId };
    spend(db, found);
    addGuardian(context, playerId, userId);
    return { playerId };
  });
}

type Accepted = NewAccount & { code: string };

/** A guardian's account out of a child's one-time code. */
export async function claimChild(context: Context, actor: Actor, input: Accepted, asking: Asking): Promise<{ playerId: string }> {
  allow(context.db, actor, 'accept an invitation');
  const found = await findInvitation(context, input.code, asking);
  childOf(found);
  return connect(context, found, await accountFor(context, input, 'guardian', asking.from));
}

/** One more child for a guardian who is signed in. */
export async function claimMore(context: Context, actor: Actor, input: { code: string }, asking: Asking): Promise<{ playerId: string }> {
  allow(context.db, actor, 'claim a child');
  const { userId } = asPerson(actor);
  return connect(context, await findInvitation(context, input.code, asking), () => userId);
}
