import { index, integer, primaryKey, real, sqliteTable, text, uniqueIndex } from 'drizzle-orm/sqlite-core';
import type { Doubt } from '../../core/counts/index.ts';
import type { ClipHeight, ContactSchool, Drill, Foot, FootOrder, Home, Level, Measure, StrongerFoot } from '../../core/drills/index.ts';
import type { ClockEvent } from '../../core/runsheet/index.ts';
import type { StreakRule } from '../../core/streaks/index.ts';
import type { Dose, PublishedWeek, Session, WeekPlan } from '../../core/weeks/index.ts';

const json = <T>(name: string) => text(name, { mode: 'json' }).$type<T>();
/** An instant in epoch milliseconds, UTC. */
const instant = (name: string) => integer(name);
const flag = (name: string) => integer(name, { mode: 'boolean' });

/* Accounts: the tables that better-auth reads and writes, in its own field names. */

const moment = (name: string) => integer(name, { mode: 'timestamp_ms' });

export const user = sqliteTable('user', {
  id: text('id').primaryKey(),
  name: text('name').notNull(),
  email: text('email').notNull().unique(),
  emailVerified: flag('email_verified').notNull().default(false),
  image: text('image'),
  kind: text('kind').$type<'coach' | 'guardian' | 'player'>().notNull().default('guardian'),
  createdAt: moment('created_at').notNull(),
  updatedAt: moment('updated_at').notNull(),
});

export const session = sqliteTable('session', {
  id: text('id').primaryKey(),
  expiresAt: moment('expires_at').notNull(),
  token: text('token').notNull().unique(),
  createdAt: moment('created_at').notNull(),
  updatedAt: moment('updated_at').notNull(),
  ipAddress: text('ip_address'),
  userAgent: text('user_agent'),
  userId: text('user_id')
    .notNull()
    .references(() => user.id, { onDelete: 'cascade' }),
});

export const account = sqliteTable('account', {
  id: text('id').primaryKey(),
  accountId: text('account_id').notNull(),
  providerId: text('provider_id').notNull(),
  userId: text('user_id')
    .notNull()
    .references(() => user.id, { onDelete: 'cascade' }),
  accessToken: text('access_token'),
  refreshToken: text('refresh_token'),
  idToken: text('id_token'),
  accessTokenExpiresAt: moment('access_token_expires_at'),
  refreshTokenExpiresAt: moment('refresh_token_expires_at'),
  scope: text('scope'),
  password: text('password'),
  createdAt: moment('created_at').notNull(),
  updatedAt: moment('updated_at').notNull(),
});

export const verification = sqliteTable('verification', {
  id: text('id').primaryKey(),
  identifier: text('identifier').notNull(),
  value: text('value').notNull(),
  expiresAt: moment('expires_at').notNull(),
  createdAt: moment('created_at'),
  updatedAt: moment('updated_at'),
});

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
  (t) => [uniqueIndex('revisions_of_week').on(t.weekId, t.revision), index('revisions_by_opening').on(t.opensAt)],
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

/* A squad's own drills. Versions are never changed. */

export const squadDrills = sqliteTable(
  'squad_drills',
  {
    squadId: text('squad_id')
      .notNull()
      .references(() => squads.id),
    drillId: text('drill_id').notNull(),
    archivedAt: instant('archived_at'),
  },
  (t) => [primaryKey({ columns: [t.squadId, t.drillId] })],
);

export const squadDrillVersions = sqliteTable(
  'squad_drill_versions',
  {
    squadId: text('squad_id')
      .notNull()
      .references(() => squads.id),
    drillId: text('drill_id').notNull(),
    version: integer('version').notNull(),
    drill: json<Drill>('drill').notNull(),
    savedAt: instant('saved_at').notNull(),
    savedBy: text('saved_by')
      .notNull()
      .references(() => user.id),
  },
  (t) => [primaryKey({ columns: [t.squadId, t.drillId, t.version] })],
);

/* What players send: facts, never changed. */

export const runs = sqliteTable(
  'runs',
  {
    id: text('id').primaryKey(),
    playerId: text('player_id')
      .notNull()
      .references(() => players.id),
    squadId: text('squad_id')
      .notNull()
      .references(() => squads.id),
    weekId: text('week_id')
      .notNull()
      .references(() => weeks.id),
    revisionId: text('revision_id')
      .notNull()
      .references(() => weekRevisions.id),
    sessionId: text('session_id').notNull(),
    startedAt: instant('started_at').notNull(),
    receivedAt: instant('received_at').notNull(),
    /** Training day it counts on; null when it came too late. */
    day: text('day'),
    /** Share of the session's work that ran, replayed from the run log. */
    share: real('share').notNull(),
    /** Done with the printed sheet and entered afterwards: no clock ran, and there are no events. */
    byHand: flag('by_hand').notNull().default(false),
    /** When it was stopped because something hurt, on the server's clock; null otherwise. */
    hurtAt: instant('hurt_at'),
  },
  (t) => [
    index('runs_of_hurt').on(t.squadId, t.hurtAt),
    index('runs_of_player').on(t.playerId, t.squadId, t.day),
    index('runs_of_week').on(t.weekId, t.playerId),
  ],
);

export const runEvents = sqliteTable(
  'run_events',
  {
    runId: text('run_id')
      .notNull()
      .references(() => runs.id),
    seq: integer('seq').notNull(),
    event: json<ClockEvent>('event').notNull(),
  },
  (t) => [primaryKey({ columns: [t.runId, t.seq] })],
);

/** That a coach has seen that a player stopped because something hurt. */
export const hurtsSeen = sqliteTable('hurts_seen', {
  runId: text('run_id')
    .primaryKey()
    .references(() => runs.id),
  coachId: text('coach_id')
    .notNull()
    .references(() => user.id),
  at: instant('at').notNull(),
});

export const scores = sqliteTable(
  'scores',
  {
    id: text('id').primaryKey(),
    goId: text('go_id').notNull(),
    playerId: text('player_id')
      .notNull()
      .references(() => players.id),
    squadId: text('squad_id')
      .notNull()
      .references(() => squads.id),
    weekId: text('week_id')
      .notNull()
      .references(() => weeks.id),
    revisionId: text('revision_id')
      .notNull()
      .references(() => weekRevisions.id),
    sessionId: text('session_id').notNull(),
    itemId: text('item_id').notNull(),
    round: integer('round').notNull(),
    foot: text('foot').$type<Foot>().notNull(),
    drillId: text('drill_id').notNull(),
    drillVersion: integer('drill_version').notNull(),
    recordKey: text('record_key').notNull(),
    measure: text('measure').$type<Measure>().notNull(),
    dose: json<Dose>('dose').notNull(),
    /** Null: "I lost count". */
    value: real('value'),
    faults: integer('faults').notNull(),
    seconds: real('seconds').notNull(),
    clocked: flag('clocked').notNull(),
    /** Best on each surface or every try of a slot, as the player gave them. */
    parts: json<Record<string, number>>('parts'),
    runId: text('run_id'),
    doneAt: instant('done_at').notNull(),
    receivedAt: instant('received_at').notNull(),
    day: text('day'),
  },
  (t) => [
    index('scores_of_key').on(t.playerId, t.recordKey, t.doneAt),
    index('scores_of_week').on(t.weekId, t.playerId),
    index('scores_of_squad').on(t.squadId, t.receivedAt),
  ],
);

/** What a score looked like beside the earlier ones when it or its clip came in; derived, replaced when something new is known. */
export const scoreReadings = sqliteTable('score_readings', {
  scoreId: text('score_id')
    .primaryKey()
    .references(() => scores.id),
  doubts: json<Doubt[]>('doubts').notNull(),
  /** Best counted result before it under the same key; null for the first. */
  recordBefore: real('record_before'),
});

export const decisions = sqliteTable(
  'decisions',
  {
    id: text('id').primaryKey(),
    scoreId: text('score_id')
      .notNull()
      .references(() => scores.id),
    coachId: text('coach_id')
      .notNull()
      .references(() => user.id),
    verdict: text('verdict').$type<'counted' | 'corrected' | 'again please' | 'set aside' | 'undo'>().notNull(),
    undoes: text('undoes'),
    value: real('value'),
    reason: text('reason'),
    line: text('line'),
    cues: json<string[]>('cues').notNull(),
    at: instant('at').notNull(),
  },
  (t) => [index('decisions_of_score').on(t.scoreId, t.at), index('decisions_undoing').on(t.undoes)],
);

export const clips = sqliteTable(
  'clips',
  {
    id: text('id').primaryKey(),
    playerId: text('player_id')
      .notNull()
      .references(() => players.id),
    squadId: text('squad_id')
      .notNull()
      .references(() => squads.id),
    scoreId: text('score_id').notNull(),
    state: text('state').$type<'expected' | 'kept' | 'refused' | 'deleted'>().notNull(),
    /** Why a clip was refused, in words. */
    refusal: text('refusal'),
    fileName: text('file_name'),
    mediaType: text('media_type'),
    bytes: integer('bytes'),
    seconds: real('seconds'),
    /** Seconds into the clip at which the work begins. */
    workAt: real('work_at').notNull(),
    announcedAt: instant('announced_at').notNull(),
    keptAt: instant('kept_at'),
    deletedAt: instant('deleted_at'),
    deletedBy: text('deleted_by'),
  },
  (t) => [index('clips_of_score').on(t.scoreId), index('clips_of_player').on(t.playerId, t.state)],
);

export const clipViews = sqliteTable('clip_views', {
  id: text('id').primaryKey(),
  clipId: text('clip_id')
    .notNull()
    .references(() => clips.id),
  userId: text('user_id').notNull(),
  at: instant('at').notNull(),
});
