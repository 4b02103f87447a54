import { and, eq, isNull } from 'drizzle-orm';
import { v7 as uuid } from 'uuid';
import type { Letter } from '../../core/mail/index.ts';
import { choicesFor, mayPost } from '../consent/mail-choices.ts';
import type { Context } from '../context.ts';
import { mailLetter } from '../mail/outbox.ts';
import type { Db } from '../platform/db/connection.ts';
import { type LetterKind, letters, playerGuardians, user } from '../platform/db/schema.ts';
import type { Squad } from '../squads/squads.ts';

/** A letter that would go to one account. */
export interface Draft extends Letter {
  kind: LetterKind;
  userId: string;
  playerId: string | null;
  to: string;
  about: string | null;
  weekOf: string;
  /** What of the week it is about, where there can be several of a kind. */
  key: string;
}

/** Guardians of a child. */
export const guardiansOf = (db: Db, playerId: string) =>
  db
    .select({ id: user.id, name: user.name })
    .from(playerGuardians)
    .innerJoin(user, eq(user.id, playerGuardians.userId))
    .where(eq(playerGuardians.playerId, playerId))
    .all();

/** Whether a letter lies in the post already. */
export function isPosted(
  db: Db,
  squadId: string,
  { kind, userId, playerId, weekOf, key }: Omit<Draft, keyof Letter | 'to' | 'about'>,
): boolean {
  const row = db
    .select({ id: letters.id })
    .from(letters)
    .where(
      and(
        eq(letters.squadId, squadId),
        eq(letters.kind, kind),
        eq(letters.userId, userId),
        eq(letters.weekOf, weekOf),
        eq(letters.about, key),
        playerId === null ? isNull(letters.playerId) : eq(letters.playerId, playerId),
      ),
    )
    .get();
  return row !== undefined;
}

/** Whether who gets a letter wants it mailed, and may have it mailed. */
export function wantsMail(db: Db, squad: Squad, draft: Pick<Draft, 'kind' | 'userId' | 'playerId'>): boolean {
  const { summaries, reminders } = choicesFor(db, draft.userId, squad);
  const wants = draft.kind === 'monday summary' ? summaries : draft.kind === 'from the coach' ? summaries || reminders : reminders;
  return wants && (draft.playerId === null || mayPost(db, draft.playerId));
}

/** Puts a letter into the post, and on its way as mail where it is wanted. Whoever has it gets no second one. */
export function postLetter(context: Context, squad: Squad, draft: Draft): boolean {
  const { db, now } = context;
  if (isPosted(db, squad.id, draft)) return false;
  const { kind, userId, playerId, weekOf, key: about, subject, plain, html } = draft;
  const id = uuid();
  db.insert(letters).values({ id, squadId: squad.id, kind, userId, playerId, weekOf, about, subject, plain, html, madeAt: now() }).run();
  if (wantsMail(db, squad, draft)) {
    const { quietFrom, quietTo, mailsPerDay: perDay } = choicesFor(db, userId, squad);
    mailLetter(context, { ...draft, letterId: id }, { quietFrom, quietTo, perDay }, squad.timeZone);
  }
  return true;
}
