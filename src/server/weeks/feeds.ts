import { createHash, randomBytes } from 'node:crypto';
import { and, desc, eq, isNull } from 'drizzle-orm';
import type { Feed } from '../../contract/weeks.ts';
import { WEEK_MS } from '../../core/calendar/lengths.ts';
import { t } from '../../core/text/translate.ts';
import { planFor } from '../../core/weeks/index.ts';
import type { Actor } from '../accounts/actor.ts';
import type { Context } from '../context.ts';
import type { Db } from '../platform/db/connection.ts';
import { feeds, players, squadPlayers, user, weekRevisions, weeks } from '../platform/db/schema.ts';
import { inLanguage } from '../platform/languages.ts';
import { writeLedger } from '../platform/ledger.ts';
import { notFound, Problem } from '../platform/problems.ts';
import { languageChosen } from '../platform/readers.ts';
import { allow, asPerson } from '../policy.ts';
import { groupsOnDays } from '../squads/groups.ts';
import { memberOf, squadById, typicalRunnerOf, weekFor } from '../squads/squads.ts';
import { type CalendarReader, type CalendarWeek, calendarOf } from './calendar.ts';
import { eveningsTold, nameOf } from './evenings.ts';

const hashOf = (token: string) => createHash('sha256').update(token).digest('hex');

/** Calendar addresses that still work: of a squad, or those of one player. */
export function feedsOf(db: Db, where: { squad: string } | { player: string }): Feed[] {
  const of = 'squad' in where ? eq(feeds.squadId, where.squad) : eq(feeds.playerId, where.player);
  return db
    .select({ id: feeds.id, playerId: feeds.playerId, nickname: players.nickname, madeAt: feeds.madeAt, madeBy: user.name })
    .from(feeds)
    .innerJoin(user, eq(user.id, feeds.madeBy))
    .leftJoin(players, eq(players.id, feeds.playerId))
    .where(and(of, isNull(feeds.revokedAt)))
    .orderBy(desc(feeds.madeAt))
    .all();
}

export function listFeeds(context: Context, actor: Actor, input: { squad: string }): { feeds: Feed[] } {
  allow(context.db, actor, 'list feeds', input);
  return { feeds: feedsOf(context.db, input) };
}

/** Makes a calendar address. Only a hash of it is kept, so it is told this once. */
export function makeFeed(
  context: Context,
  actor: Actor,
  input: { squad: string; id: string; player: string | null },
): { feed: Feed; address: string } {
  const { db, config } = context;
  allow(db, actor, 'make a feed', input.player === null ? { squad: input.squad } : { squad: input.squad, player: input.player });
  if (db.select({ id: feeds.id }).from(feeds).where(eq(feeds.id, input.id)).get()) {
    throw new Problem('changed elsewhere', t('This address was made already and is shown only once. Revoke it and make another.'));
  }
  const token = randomBytes(24).toString('base64url');
  db.insert(feeds)
    .values({
      id: input.id,
      squadId: input.squad,
      playerId: input.player,
      tokenHash: hashOf(token),
      madeAt: context.now(),
      madeBy: asPerson(actor).userId,
    })
    .run();
  const feed = feedsOf(db, { squad: input.squad }).find((one) => one.id === input.id);
  if (!feed) throw notFound();
  return { feed, address: `${config.baseAddress}/calendar/${token}.ics` };
}

export function revokeFeed(context: Context, actor: Actor, input: { feed: string }): { id: string } {
  allow(context.db, actor, 'revoke a feed', input);
  writeLedger(context.config, { what: 'feed ended', feed: input.feed, at: context.now() });
  context.db
    .update(feeds)
    .set({ revokedAt: context.now() })
    .where(and(eq(feeds.id, input.feed), isNull(feeds.revokedAt)))
    .run();
  return { id: input.feed };
}

/** How long a live evening that is over stays in a calendar. */
const FEED_EVENINGS_MS = 4 * WEEK_MS;

/** Released weeks of a squad in their newest revision, with their drills, newest week first. */
function wholeWeeks(db: Db, squadId: string) {
  const rows = db
    .select({ week: weeks, revision: weekRevisions })
    .from(weekRevisions)
    .innerJoin(weeks, eq(weeks.id, weekRevisions.weekId))
    .where(eq(weeks.squadId, squadId))
    .orderBy(desc(weeks.number), desc(weekRevisions.revision))
    .all();
  return rows.filter((row, i) => row.week.id !== rows[i - 1]?.week.id);
}

/**
 * The calendar behind an address, for whoever has it. It shows what players see: released weeks, a surprise only once it is open.
 * A revoked address, or that of a player who left, answers like one that never was.
 * @param remindAt the hour at which its program reminds of a session with a day, 0 to 23; null for none
 */
export function readFeed(context: Context, token: string, remindAt: number | null = null): string {
  const { db, config } = context;
  const feed = db
    .select()
    .from(feeds)
    .where(and(eq(feeds.tokenHash, hashOf(token)), isNull(feeds.revokedAt)))
    .get();
  if (!feed) throw notFound();
  const squad = squadById(db, feed.squadId);
  const stays =
    feed.playerId === null ||
    db
      .select({ id: squadPlayers.playerId })
      .from(squadPlayers)
      .where(and(eq(squadPlayers.squadId, squad.id), eq(squadPlayers.playerId, feed.playerId), isNull(squadPlayers.leftOn)))
      .get();
  if (!stays) throw notFound();
  const member = feed.playerId === null ? null : memberOf(db, squad.id, feed.playerId);
  const now = context.now();
  const shown = wholeWeeks(db, squad.id).filter(({ revision }) => !revision.surprise || revision.opensAt <= now);
  const groupOn = groupsOnDays(db, squad.id);
  const given: CalendarWeek[] = shown.map(({ week, revision }) => {
    const { content } = revision;
    const own = member ? planFor(content, groupOn(member.id, week.startsOn), (id) => content.drills[id]?.sides) : content;
    const shownTo = member ? weekFor(squad, member, own) : own;
    return {
      ...{ id: week.id, number: week.number, startsOn: week.startsOn, content: shownTo },
      drills: new Map(Object.entries(shownTo.drills)),
      revision: revision.revision,
      changedAt: revision.releasedAt,
    };
  });
  const typical = typicalRunnerOf(squad);
  const reader: CalendarReader = member
    ? { runner: { ...typical, strongerFoot: member.strongerFoot, level: member.level }, home: member.home, remindAt }
    : { runner: typical, home: null, remindAt };
  const name = member ? `${member.nickname}, ${squad.name}` : squad.name;
  // A calendar program says of no language: whoever made the address did, or the squad.
  const evenings = eveningsTold(db, squad.id, now - FEED_EVENINGS_MS, now).map((one) => ({ ...one, name: nameOf(db, one) }));
  return inLanguage(languageChosen(db, feed.madeBy) ?? squad.language, () => calendarOf(name, config.baseAddress, given, reader, evenings));
}
