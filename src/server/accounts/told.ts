import { and, desc, eq, gte, inArray, or } from 'drizzle-orm';
import type { AccountNewsView } from '../../contract/accounts.ts';
import { DAY_MS } from '../../core/calendar/lengths.ts';
import { newsInWords, type Whose } from '../../core/mail/index.ts';
import type { Context } from '../context.ts';
import { accountEvents, user } from '../platform/db/schema.ts';
import { allow, asPerson } from '../policy.ts';
import type { Actor } from './actor.ts';

/** How long it is kept. */
export const NEWS_DAYS = 366;
const NEWS_SHOWN = 100;

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
