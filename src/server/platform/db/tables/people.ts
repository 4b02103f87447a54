import { index, integer, primaryKey, sqliteTable, text, uniqueIndex } from 'drizzle-orm/sqlite-core';
import type { InvitationKindName } from '../../../../contract/invitations.ts';
import type { ClipHeight, ContactSchool, FootOrder, Home } from '../../../../core/drills/index.ts';
import type { DoubtRules } from '../../../../core/scores/index.ts';
import type { Level, StrongerFoot } from '../../../../core/squads/terms.ts';
import type { StreakRule } from '../../../../core/streaks/index.ts';
import type { TableSchool } from '../../../../core/tables/index.ts';
import type { LanguageCode } from '../../../../core/text/languages.ts';
import type { Times } from '../../../../core/weeks/times.ts';
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
  /** What its families read, until somebody chooses something else. */
  language: text('language').$type<LanguageCode>().notNull().default('en'),
  /** When its head coach threw it away; for some days it can be brought back. */
  thrownAt: instant('thrown_at'),
  /** Local hour at which a training day ends. */
  dayEndsAt: integer('day_ends_at').notNull().default(3),
  headingAge: integer('heading_age').notNull().default(12),
  /** Headers in a week above which the planner says so, for those who may head at all. */
  headersMax: integer('headers_max').notNull().default(20),
  clipDays: integer('clip_days').notNull().default(60),
  /** Lines of the picture that clips are sent with: 360, 480 or 720. */
  clipHeight: integer('clip_height').$type<ClipHeight>().notNull().default(360),
  /** Whether clips keep their sound, which the suggested count listens to. */
  clipSound: flag('clip_sound').notNull().default(true),
  /** What is done in free practice counts for records and the streak. */
  practiceCounts: flag('practice_counts').notNull().default(false),
  contactSchool: text('contact_school').$type<ContactSchool>().notNull().default('toe-up'),
  footOrder: text('foot_order').$type<FootOrder>().notNull().default('alternate'),
  /** Minutes that a session may take before the planner says so. */
  sessionMinutes: integer('session_minutes').notNull().default(30),
  /** How the squad's numbers stand in tables. */
  tableSchool: text('table_school').$type<TableSchool>().notNull().default('off'),
  /** Lengths of the run sheet in seconds that differ from the usual ones. */
  times: json<Partial<Times>>('times'),
  /** Local hours between which no mail goes to families, and how many letters a day may be mailed to one. */
  quietFrom: integer('quiet_from').notNull().default(20),
  quietTo: integer('quiet_to').notNull().default(7),
  mailsPerDay: integer('mails_per_day').notNull().default(2),
  /** Whether families are reminded of a session of today, a new week, a streak about to come undone, an “again please”. */
  reminders: flag('reminders').notNull().default(true),
  /** Times in a hundred that a stretch number is meant to be reached. */
  stretchAim: integer('stretch_aim').notNull().default(60),
  /** Figures of the doubt rules that differ from the usual ones. */
  doubtRules: json<Partial<DoubtRules>>('doubt_rules'),
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

/** Every change of a squad's rules, with who and when; what the rule was and what it became, as JSON. */
export const ruleChanges = sqliteTable(
  'rule_changes',
  {
    id: text('id').primaryKey(),
    squadId: text('squad_id')
      .notNull()
      .references(() => squads.id),
    rule: text('rule').notNull(),
    before: json<unknown>('before'),
    after: json<unknown>('after'),
    by: text('by').notNull(),
    at: instant('at').notNull(),
  },
  (t) => [index('rule_changes_of_squad').on(t.squadId, t.at)],
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
  /** Nobody said the year yet: it is a young one to go by. */
  yearUnsaid: flag('year_unsaid').notNull().default(false),
  strongerFoot: text('stronger_foot').$type<StrongerFoot>().notNull(),
  /** The player's own school of juggling contact; null follows the squad. */
  contactSchool: text('contact_school').$type<ContactSchool>(),
  /** Does not read yet: the screens are pictures and sound. */
  pictures: flag('pictures').notNull().default(false),
  /** Kit, yard and step at home; null until it was said. */
  home: json<Home>('home'),
  pinHash: text('pin_hash').notNull(),
  /** The PIN was made for the player, and nobody of the family has chosen one yet. */
  pinMade: flag('pin_made').notNull().default(false),
  /** Of several squads the one that the player looks at; null for the first. */
  squadInView: text('squad_in_view'),
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
    /** Times in a hundred that this player is meant to reach a stretch number; null follows the squad. */
    stretchAim: integer('stretch_aim'),
  },
  (t) => [primaryKey({ columns: [t.squadId, t.playerId] }), uniqueIndex('squad_sign_in_name').on(t.squadId, t.signInName)],
);

/** Named parts of a squad, which may have sessions and drills of their own. */
export const squadGroups = sqliteTable(
  'squad_groups',
  {
    id: text('id').primaryKey(),
    squadId: text('squad_id')
      .notNull()
      .references(() => squads.id),
    name: text('name').notNull(),
    createdAt: instant('created_at').notNull(),
    /** When it was done away with; what was released for it keeps its id. */
    goneAt: instant('gone_at'),
  },
  (t) => [index('groups_of_squad').on(t.squadId)],
);

/** From a Monday on a player is in a group, or in none: facts of the season, so that past weeks stay what they were. */
export const groupStays = sqliteTable(
  'group_stays',
  {
    squadId: text('squad_id')
      .notNull()
      .references(() => squads.id),
    playerId: text('player_id')
      .notNull()
      .references(() => players.id),
    from: text('from_day').notNull(),
    groupId: text('group_id').references(() => squadGroups.id),
  },
  (t) => [primaryKey({ columns: [t.squadId, t.playerId, t.from] })],
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
    /** When they were connected; 0 for those before 0.7. The first says whether there are others. */
    since: instant('since').notNull().default(0),
  },
  (t) => [primaryKey({ columns: [t.playerId, t.userId] })],
);

/** Somebody with a code wants to be a guardian of a child that has one already: the first one says yes or no. */
export const guardianRequests = sqliteTable(
  'guardian_requests',
  {
    id: text('id').primaryKey(),
    playerId: text('player_id')
      .notNull()
      .references(() => players.id),
    userId: text('user_id')
      .notNull()
      .references(() => user.id, { onDelete: 'cascade' }),
    at: instant('at').notNull(),
    state: text('state').$type<'waiting' | 'admitted' | 'refused'>().notNull(),
    decidedAt: instant('decided_at'),
    decidedBy: text('decided_by'),
  },
  (t) => [index('guardian_requests_of_player').on(t.playerId, t.state)],
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

export type ConsentKind = 'clips' | 'table' | 'post';

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
    kind: text('kind').$type<ConsentKind>().notNull(),
    yes: flag('yes').notNull(),
    textVersion: integer('text_version').notNull(),
    at: instant('at').notNull(),
  },
  (t) => [index('consents_of_player').on(t.playerId, t.kind, t.at)],
);

/**
 * What lets somebody in who is not in yet. The code itself is not kept: it is made from the house's secret and the id,
 * and found by its hash, so that a copy of the database opens nothing.
 */
export const invitations = sqliteTable(
  'invitations',
  {
    id: text('id').primaryKey(),
    kind: text('kind').$type<InvitationKindName>().notNull(),
    /** Null for the invitation of the house's first coach. */
    squadId: text('squad_id').references(() => squads.id),
    /** The child whose guardian is invited, or who signs in by a family link. */
    playerId: text('player_id').references(() => players.id),
    role: text('role').$type<'head coach' | 'assistant'>(),
    codeHash: text('code_hash').notNull().unique(),
    madeAt: instant('made_at').notNull(),
    /** Null for the house itself, on its first start. */
    madeBy: text('made_by').references(() => user.id, { onDelete: 'set null' }),
    endsAt: instant('ends_at').notNull(),
    /** How often it can still be used; null for no limit. */
    usesLeft: integer('uses_left'),
    revokedAt: instant('revoked_at'),
  },
  (t) => [index('invitations_of_squad').on(t.squadId, t.madeAt), index('invitations_of_player').on(t.playerId)],
);

/** Somebody with a squad's code asked to join; a coach admits or refuses. Refused ones are cleared of what was typed. */
export const joinRequests = sqliteTable(
  'join_requests',
  {
    id: text('id').primaryKey(),
    squadId: text('squad_id')
      .notNull()
      .references(() => squads.id),
    invitationId: text('invitation_id')
      .notNull()
      .references(() => invitations.id),
    nickname: text('nickname').notNull(),
    birthYear: integer('birth_year').notNull(),
    strongerFoot: text('stronger_foot').$type<StrongerFoot>().notNull(),
    pinHash: text('pin_hash').notNull(),
    at: instant('at').notNull(),
    state: text('state').$type<'waiting' | 'admitted' | 'refused'>().notNull(),
    decidedAt: instant('decided_at'),
    decidedBy: text('decided_by'),
    playerId: text('player_id').references(() => players.id),
  },
  (t) => [index('join_requests_of_squad').on(t.squadId, t.state, t.at)],
);

/** What a guardian wants mailed, and when not; without a row the squad's hours hold. */
export const postChoices = sqliteTable('post_choices', {
  userId: text('user_id')
    .primaryKey()
    .references(() => user.id, { onDelete: 'cascade' }),
  reminders: flag('reminders').notNull(),
  summaries: flag('summaries').notNull(),
  quietFrom: integer('quiet_from').notNull(),
  quietTo: integer('quiet_to').notNull(),
  mailsPerDay: integer('mails_per_day').notNull(),
});

/** A guardian asked for everything of a child to be deleted. Nothing in it says who the child was. */
export const deletions = sqliteTable('deletions', {
  id: text('id').primaryKey(),
  /** No reference: the player is gone when it is done. */
  playerId: text('player_id').notNull(),
  askedBy: text('asked_by').notNull(),
  askedAt: instant('asked_at').notNull(),
  /** From then on everything is gone. */
  dueAt: instant('due_at').notNull(),
  undoneAt: instant('undone_at'),
  doneAt: instant('done_at'),
});
