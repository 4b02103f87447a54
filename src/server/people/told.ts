import { and, desc, eq, gte, inArray, or } from 'drizzle-orm';
import { v7 as uuid } from 'uuid';
import type { AccountNewsView } from '../../contract/accounts.ts';
import { type AccountEventKind, newsInWords, newsLetter, type Whose } from '../../core/people/index.ts';
import type { Actor } from '../auth/actor.ts';
import type { AccountNews } from '../auth/parts.ts';
import type { Db } from '../db/connection.ts';
import { accountEvents, playerGuardians, players, squadCoaches, user } from '../db/schema.ts';
import type { Context } from '../house.ts';
import { allow, asPerson } from '../policy.ts';
import { putSealedMail } from '../post/mail.ts';

/* Whatever changes about who can get in is written down, and told to those it concerns. */

const DAY_MS = 24 * 3_600_000;
/** How long it is kept. */
export const NEWS_DAYS = 366;
const NEWS_SHOWN = 100;

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
function note({ db, now }: Pick<Context, 'db' | 'now'>, { kind, userId, playerId, squadId, by, detail }: Happening): void {
  db.insert(accountEvents)
    .values({
      ...{ id: uuid(), kind, at: now(), detail: detail ?? null },
      ...{ userId: userId ?? null, playerId: playerId ?? null, squadId: squadId ?? null, byUserId: by ?? null },
    })
    .run();
}

function mailTo(
  { db, seal, now }: Pick<Context, 'db' | 'seal' | 'now'>,
  userIds: readonly string[],
  happening: Happening,
  whose: Whose,
): void {
  const { kind, detail } = happening;
  const letter = newsLetter(kind, whose, detail ?? null);
  const readers = db
    .select({ id: user.id, kind: user.kind })
    .from(user)
    .where(inArray(user.id, [...new Set(userIds)]))
    .all();
  // Nothing is ever mailed to a child.
  for (const reader of readers) if (reader.kind !== 'player') putSealedMail(db, seal, reader.id, letter, now());
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
export function tell(context: Context, happening: Happening): void {
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
export function tellAccount(context: Context, { kind, userId, detail }: AccountNews): void {
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

const viewOf = (whose: Whose, row: typeof accountEvents.$inferSelect): AccountNewsView => ({
  id: row.id,
  at: row.at,
  sentence: newsInWords(row.kind, whose, row.detail),
});

/** What happened to the own account, and to the accounts of the own children. */
export function myNews(context: Context, actor: Actor): { news: AccountNewsView[] } {
  const { db } = context;
  allow(db, actor, 'see my sign-ins');
  const { userId } = asPerson(actor);
  const children = actor.kind === 'guardian' ? [...actor.children] : [];
  const rows = db
    .select()
    .from(accountEvents)
    .where(or(eq(accountEvents.userId, userId), inArray(accountEvents.playerId, children)))
    .orderBy(desc(accountEvents.at), desc(accountEvents.id))
    .limit(NEWS_SHOWN)
    .all();
  return { news: rows.map((row) => viewOf(row.userId === userId ? 'mine' : 'my child', row)) };
}

/** Who came, went and may what in a squad, for its head coaches: 12 months of it, with who did it. */
export function squadNews(context: Context, actor: Actor, input: { squad: string }): { news: (AccountNewsView & { by: string | null })[] } {
  const { db, now } = context;
  allow(db, actor, 'see who came and went', input);
  const rows = db
    .select({ event: accountEvents, by: user.name })
    .from(accountEvents)
    .leftJoin(user, eq(user.id, accountEvents.byUserId))
    .where(and(eq(accountEvents.squadId, input.squad), gte(accountEvents.at, now() - NEWS_DAYS * DAY_MS)))
    .orderBy(desc(accountEvents.at), desc(accountEvents.id))
    .all();
  return { news: rows.map(({ event, by }) => ({ ...viewOf('squad', event), by })) };
}
