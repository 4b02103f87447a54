import { and, eq, gt, isNull } from 'drizzle-orm';
import { v7 as uuid } from 'uuid';
import { showCode } from '../accounts/codes.ts';
import type { Context } from '../context.ts';
import { invitations, user } from '../platform/db/schema.ts';
import { makeInvitation } from './invitations.ts';

const DAYS = 14;

/** The address with which the first coach of a new house makes an account; null once there is a coach. */
export function founderAddress(context: Context): string | null {
  const { db, config, now } = context;
  if (db.select({ id: user.id }).from(user).where(eq(user.kind, 'coach')).get()) return null;
  const had = db
    .select()
    .from(invitations)
    .where(and(eq(invitations.kind, 'coach'), isNull(invitations.squadId), isNull(invitations.revokedAt), gt(invitations.endsAt, now())))
    .get();
  return showCode(config, had ?? makeInvitation(context, { id: uuid(), kind: 'coach', usesLeft: 1 }, DAYS)).address;
}
