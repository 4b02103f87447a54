import { and, eq, inArray } from 'drizzle-orm';
import { v7 as uuid } from 'uuid';
import { type AccountEventKind, newsLetter, type Whose } from '../../core/mail/index.ts';
import { ENGLISH } from '../../core/text/translate.ts';
import type { Seal } from '../accounts/hashes.ts';
import type { AccountNews } from '../accounts/parts.ts';
import type { Db } from '../platform/db/connection.ts';
import { accountEvents, playerGuardians, players, squadCoaches, user } from '../platform/db/schema.ts';
import { inEachLanguage } from '../platform/readers.ts';
import { putSealedMail } from './mail.ts';

/* Whatever changes about who can get in is written down, and told to those it concerns. */

/** What telling needs of a house; every context has it. */
interface Teller {
  db: Db;
  seal: Seal;
  now(): number;
}

interface Happening {
  kind: AccountEventKind;
  /** The account it is about. */
  userId?: string | null;
  playerId?: string | null;
  squadId?: string | null;
  /** Whose act it was. */
  by?: string | null;
  detail?: string | null;
}

/** Writes down what happened, without a letter. */
function note({ db, now }: Pick<Teller, 'db' | 'now'>, { kind, userId, playerId, squadId, by, detail }: Happening): void {
  db.insert(accountEvents)
    .values({
      ...{ id: uuid(), kind, at: now(), detail: detail ?? null },
      ...{ userId: userId ?? null, playerId: playerId ?? null, squadId: squadId ?? null, byUserId: by ?? null },
    })
    .run();
}

function mailTo({ db, seal, now }: Teller, userIds: readonly string[], happening: Happening, whose: Whose): void {
  const { kind, detail } = happening;
  const readers = db
    .select({ id: user.id, kind: user.kind })
    .from(user)
    .where(inArray(user.id, [...new Set(userIds)]))
    .all();
  // Nothing is ever mailed to a child.
  const grownUps = readers.filter((reader) => reader.kind !== 'player');
  const make = () => newsLetter(kind, whose, detail ?? null);
  for (const { reader, letter } of inEachLanguage(db, grownUps, ENGLISH.language, make)) putSealedMail(db, seal, reader.id, letter, now());
}

const guardianIds = (db: Db, playerId: string): string[] =>
  db
    .select({ id: playerGuardians.userId })
    .from(playerGuardians)
    .where(eq(playerGuardians.playerId, playerId))
    .all()
    .map((row) => row.id);

const headIds = (db: Db, squadId: string): string[] =>
  db
    .select({ id: squadCoaches.userId })
    .from(squadCoaches)
    .where(and(eq(squadCoaches.squadId, squadId), eq(squadCoaches.role, 'head coach')))
    .all()
    .map((row) => row.id);

/** Writes down what happened and tells the account, the child's guardians and the squad's head coaches; not whoever did it. */
export function tell(context: Teller, happening: Happening): void {
  const { userId, playerId, squadId, by } = happening;
  note(context, happening);
  const others = (ids: readonly string[]) => ids.filter((id) => id !== by);
  const guardians = playerId ? guardianIds(context.db, playerId).filter((id) => id !== userId) : [];
  if (userId) mailTo(context, others([userId]), happening, 'mine');
  mailTo(context, others(guardians), happening, 'my child');
  if (squadId) {
    const told = new Set([userId, ...guardians]);
    mailTo(
      context,
      others(headIds(context.db, squadId)).filter((id) => !told.has(id)),
      happening,
      'squad',
    );
  }
}

/** What the accounts library tells: of an account by itself. The first device of an account is no news. */
export function tellAccount(context: Teller, { kind, userId, detail }: AccountNews): void {
  const { db } = context;
  const before = db
    .select({ id: accountEvents.id })
    .from(accountEvents)
    .where(and(eq(accountEvents.userId, userId), eq(accountEvents.kind, 'new device')))
    .limit(1)
    .get();
  const child = db.select({ id: players.id }).from(players).where(eq(players.userId, userId)).get();
  const happening: Happening = { kind, userId, playerId: child?.id ?? null, detail };
  if (kind === 'new device' && !before) note(context, happening);
  else tell(context, happening);
}
