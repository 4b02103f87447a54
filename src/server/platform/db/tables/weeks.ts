import { index, integer, sqliteTable, text, uniqueIndex } from 'drizzle-orm/sqlite-core';
import type { CheckName } from '../../../../core/planning/planner-view.ts';
import type { SeasonPlan } from '../../../../core/planning/season/plan.ts';
import type { PublishedWeek, Session, WeekPlan } from '../../../../core/weeks/index.ts';
import { user } from './accounts.ts';
import { flag, instant, json } from './columns.ts';
import { players, squads } from './people.ts';

/* Weeks. */

export const weeks = sqliteTable(
  'weeks',
  {
    id: text('id').primaryKey(),
    squadId: text('squad_id')
      .notNull()
      .references(() => squads.id),
    number: integer('number').notNull(),
    /** The Monday the week begins with. */
    startsOn: text('starts_on').notNull(),
    plan: json<WeekPlan>('plan').notNull(),
    /** Goes up with every save; a save on an older one is refused, so that nothing is lost silently. */
    draft: integer('draft').notNull().default(1),
    updatedAt: instant('updated_at').notNull(),
  },
  (t) => [uniqueIndex('weeks_of_squad').on(t.squadId, t.number)],
);

/** A week as it was released: frozen, with its drills. The newest revision is the one that players see. */
export const weekRevisions = sqliteTable(
  'week_revisions',
  {
    id: text('id').primaryKey(),
    weekId: text('week_id')
      .notNull()
      .references(() => weeks.id),
    revision: integer('revision').notNull(),
    /** The draft it was made from. */
    draft: integer('draft').notNull(),
    content: json<PublishedWeek>('content').notNull(),
    opensAt: instant('opens_at').notNull(),
    closesAt: instant('closes_at').notNull(),
    /** A surprise keeps title and content from players until it opens. */
    surprise: flag('surprise').notNull().default(false),
    releasedAt: instant('released_at').notNull(),
    releasedBy: text('released_by')
      .notNull()
      .references(() => user.id),
  },
  (t) => [
    uniqueIndex('revisions_of_week').on(t.weekId, t.revision),
    index('revisions_by_opening').on(t.opensAt),
    // What lists say of a release, so that the heavy rows themselves are not read.
    index('revisions_in_lists').on(t.weekId, t.revision, t.draft, t.opensAt, t.closesAt, t.surprise),
  ],
);

/** Kinds of checks that were set aside: for one week, or for the squad where no week is named; each with the reason. */
export const checkAsides = sqliteTable(
  'check_asides',
  {
    id: text('id').primaryKey(),
    squadId: text('squad_id')
      .notNull()
      .references(() => squads.id),
    weekId: text('week_id').references(() => weeks.id, { onDelete: 'cascade' }),
    check: text('check_name').$type<CheckName>().notNull(),
    reason: text('reason').notNull(),
    at: instant('at').notNull(),
    by: text('by')
      .notNull()
      .references(() => user.id),
  },
  (t) => [index('asides_of_squad').on(t.squadId)],
);

/** Seasons of a squad as plans; the one that was made last is the one that is shown. */
export const seasons = sqliteTable(
  'seasons',
  {
    id: text('id').primaryKey(),
    squadId: text('squad_id')
      .notNull()
      .references(() => squads.id),
    plan: json<SeasonPlan>('plan').notNull(),
    /** Goes up with every save; a save on an older one is refused. */
    draft: integer('draft').notNull().default(1),
    madeAt: instant('made_at').notNull(),
    updatedAt: instant('updated_at').notNull(),
  },
  (t) => [index('seasons_of_squad').on(t.squadId, t.madeAt)],
);

/** Sessions or whole weeks that a squad's coaches keep to start from. */
export const templates = sqliteTable(
  'templates',
  {
    id: text('id').primaryKey(),
    squadId: text('squad_id')
      .notNull()
      .references(() => squads.id),
    name: text('name').notNull(),
    sessions: json<Session[]>('sessions').notNull(),
    madeAt: instant('made_at').notNull(),
  },
  (t) => [index('templates_of_squad').on(t.squadId)],
);

/** Addresses of calendars: whoever has one reads that calendar. Only a hash of the token is kept. */
export const feeds = sqliteTable(
  'feeds',
  {
    id: text('id').primaryKey(),
    squadId: text('squad_id')
      .notNull()
      .references(() => squads.id),
    /** Null: the squad's calendar. */
    playerId: text('player_id').references(() => players.id),
    tokenHash: text('token_hash').notNull().unique(),
    madeAt: instant('made_at').notNull(),
    madeBy: text('made_by')
      .notNull()
      .references(() => user.id),
    revokedAt: instant('revoked_at'),
  },
  (t) => [index('feeds_of_squad').on(t.squadId, t.playerId)],
);
