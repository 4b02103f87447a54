import { index, integer, primaryKey, sqliteTable, text, uniqueIndex } from 'drizzle-orm/sqlite-core';
import type { ClipHeight, ContactSchool, FootOrder, Home, Level, StrongerFoot } from '../../../core/drills/index.ts';
import type { StreakRule } from '../../../core/streaks/index.ts';
import { user } from './accounts.ts';
import { flag, instant, json } from './columns.ts';

/* People. */

export const squads = sqliteTable('squads', {
  id: text('id').primaryKey(),
  name: text('name').notNull(),
  town: text('town').notNull(),
  /** What a player types to sign in; kept in capitals. */
  code: text('code').notNull().unique(),
  timeZone: text('time_zone').notNull(),
  /** Local hour at which a training day ends. */
  dayEndsAt: integer('day_ends_at').notNull().default(3),
  headingAge: integer('heading_age').notNull().default(12),
  clipDays: integer('clip_days').notNull().default(60),
  /** Lines of the picture that clips are sent with: 360, 480 or 720. */
  clipHeight: integer('clip_height').$type<ClipHeight>().notNull().default(360),
  /** Whether clips keep their sound, which the suggested count listens to. */
  clipSound: flag('clip_sound').notNull().default(true),
  contactSchool: text('contact_school').$type<ContactSchool>().notNull().default('toe-up'),
  footOrder: text('foot_order').$type<FootOrder>().notNull().default('alternate'),
  /** Minutes that a session may take before the planner says so. */
  sessionMinutes: integer('session_minutes').notNull().default(30),
  createdAt: instant('created_at').notNull(),
});

/** Streak rules by the day they began to hold: history keeps the rule of its time. */
export const squadRules = sqliteTable(
  'squad_rules',
  {
    squadId: text('squad_id')
      .notNull()
      .references(() => squads.id),
    from: text('from_day').notNull(),
    rule: json<StreakRule>('rule').notNull(),
  },
  (t) => [primaryKey({ columns: [t.squadId, t.from] })],
);

export const squadBreaks = sqliteTable('squad_breaks', {
  id: text('id').primaryKey(),
  squadId: text('squad_id')
    .notNull()
    .references(() => squads.id),
  from: text('from_day').notNull(),
  to: text('to_day').notNull(),
  title: text('title').notNull(),
});

export const squadCoaches = sqliteTable(
  'squad_coaches',
  {
    squadId: text('squad_id')
      .notNull()
      .references(() => squads.id),
    userId: text('user_id')
      .notNull()
      .references(() => user.id, { onDelete: 'cascade' }),
    role: text('role').$type<'head coach' | 'assistant'>().notNull(),
  },
  (t) => [primaryKey({ columns: [t.squadId, t.userId] })],
);

export const players = sqliteTable('players', {
  id: text('id').primaryKey(),
  userId: text('user_id')
    .notNull()
    .unique()
    .references(() => user.id, { onDelete: 'cascade' }),
  nickname: text('nickname').notNull(),
  birthYear: integer('birth_year').notNull(),
  strongerFoot: text('stronger_foot').$type<StrongerFoot>().notNull(),
  /** The player's own school of juggling contact; null follows the squad. */
  contactSchool: text('contact_school').$type<ContactSchool>(),
  /** Kit, yard and step at home; null until it was said. */
  home: json<Home>('home'),
  pinHash: text('pin_hash').notNull(),
  createdAt: instant('created_at').notNull(),
});

export const squadPlayers = sqliteTable(
  'squad_players',
  {
    squadId: text('squad_id')
      .notNull()
      .references(() => squads.id),
    playerId: text('player_id')
      .notNull()
      .references(() => players.id),
    /** Lower-case nickname, unique in the squad, for signing in. */
    signInName: text('sign_in_name').notNull(),
    level: text('level').$type<Level>().notNull(),
    joinedOn: text('joined_on').notNull(),
    leftOn: text('left_on'),
  },
  (t) => [primaryKey({ columns: [t.squadId, t.playerId] }), uniqueIndex('squad_sign_in_name').on(t.squadId, t.signInName)],
);

export const playerGuardians = sqliteTable(
  'player_guardians',
  {
    playerId: text('player_id')
      .notNull()
      .references(() => players.id),
    userId: text('user_id')
      .notNull()
      .references(() => user.id, { onDelete: 'cascade' }),
  },
  (t) => [primaryKey({ columns: [t.playerId, t.userId] })],
);

/** A player's own pauses (ill, hurt). */
export const playerPauses = sqliteTable('player_pauses', {
  id: text('id').primaryKey(),
  playerId: text('player_id')
    .notNull()
    .references(() => players.id),
  from: text('from_day').notNull(),
  to: text('to_day'),
});

/** A guardian's yes or no, each as a fact; the newest of a kind holds. */
export const consents = sqliteTable(
  'consents',
  {
    id: text('id').primaryKey(),
    playerId: text('player_id')
      .notNull()
      .references(() => players.id),
    guardianId: text('guardian_id')
      .notNull()
      .references(() => user.id),
    kind: text('kind').$type<'clips'>().notNull(),
    yes: flag('yes').notNull(),
    textVersion: integer('text_version').notNull(),
    at: instant('at').notNull(),
  },
  (t) => [index('consents_of_player').on(t.playerId, t.kind, t.at)],
);
