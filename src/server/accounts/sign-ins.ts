import { and, desc, eq } from 'drizzle-orm';
import type { SignIns } from '../../contract/accounts.ts';
import type { Context } from '../context.ts';
import type { Db } from '../platform/db/connection.ts';
import { players, session } from '../platform/db/schema.ts';
import { notFound } from '../platform/problems.ts';
import { allow, asPerson } from '../policy.ts';
import type { Actor, Asking } from './actor.ts';
import { deviceInWords } from './device-words.ts';
import { endSignIns } from './end-sign-ins.ts';

function signInsOf(db: Db, userId: string, here: string | null): SignIns {
  const rows = db.select().from(session).where(eq(session.userId, userId)).orderBy(desc(session.updatedAt)).all();
  return {
    signIns: rows.map((row) => ({
      id: row.id,
      here: row.id === here,
      device: deviceInWords(row.userAgent),
      since: row.createdAt.getTime(),
      lastSeen: row.updatedAt.getTime(),
    })),
  };
}

export function mySignIns(context: Context, actor: Actor, _input: object, { signInId }: Asking): SignIns {
  allow(context.db, actor, 'see my sign-ins');
  return signInsOf(context.db, asPerson(actor).userId, signInId);
}

/** Signs the person out on one device, or with “others” everywhere but here. */
export function endMySignIn(context: Context, actor: Actor, input: { signIn: string }, { signInId }: Asking): SignIns {
  const { db } = context;
  allow(db, actor, 'see my sign-ins');
  const { userId } = asPerson(actor);
  if (input.signIn === 'others') endSignIns(db, userId, signInId ?? '');
  else end(db, userId, input.signIn);
  return signInsOf(db, userId, signInId);
}

function end(db: Db, userId: string, id: string): void {
  const { changes } = db
    .delete(session)
    .where(and(eq(session.id, id), eq(session.userId, userId)))
    .run();
  if (changes === 0) throw notFound();
}

function userOfChild(db: Db, playerId: string): string {
  const row = db.select({ userId: players.userId }).from(players).where(eq(players.id, playerId)).get();
  if (!row) throw notFound();
  return row.userId;
}

export function childSignIns(context: Context, actor: Actor, input: { player: string }): SignIns {
  allow(context.db, actor, 'see a child’s sign-ins', { player: input.player });
  return signInsOf(context.db, userOfChild(context.db, input.player), null);
}

export function endChildSignIn(context: Context, actor: Actor, input: { player: string; signIn: string }): SignIns {
  allow(context.db, actor, 'see a child’s sign-ins', { player: input.player });
  const userId = userOfChild(context.db, input.player);
  end(context.db, userId, input.signIn);
  return signInsOf(context.db, userId, null);
}
