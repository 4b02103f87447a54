import { index, integer, primaryKey, real, sqliteTable, text } from 'drizzle-orm/sqlite-core';
import type { Foot, Measure } from '../../../../core/drills/index.ts';
import type { Doubt } from '../../../../core/scores/index.ts';
import type { ClockEvent, ProvenWork, TodayWhy } from '../../../../core/training/index.ts';
import type { Dose } from '../../../../core/weeks/index.ts';
import { user } from './accounts.ts';
import { flag, instant, json } from './columns.ts';
import { players, squads } from './people.ts';
import { evenings } from './together.ts';
import { weekRevisions, weeks } from './weeks.ts';

/* What players send: facts, never changed; only the number of a score follows what was said last (`scoreWords`). */

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
    /** The live evening that it was done on; null alone. */
    eveningId: text('evening_id').references(() => evenings.id),
    /** What the log proves of each go; null where it was not looked at yet. Derived from the kept events. */
    proven: json<ProvenWork[]>('proven'),
    /** When it was stopped because something hurt, on the server's clock; null otherwise. */
    hurtAt: instant('hurt_at'),
  },
  (t) => [
    index('runs_of_evening').on(t.eveningId),
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

/** That a drill was too hard or too easy for a player that day, and what was done in its place; follows from the kept events of its run. */
export const saidToday = sqliteTable(
  'said_today',
  {
    runId: text('run_id')
      .notNull()
      .references(() => runs.id),
    itemId: text('item_id').notNull(),
    playerId: text('player_id')
      .notNull()
      .references(() => players.id),
    squadId: text('squad_id')
      .notNull()
      .references(() => squads.id),
    /** The planned drill, and the one that was done. */
    drillId: text('drill_id').notNull(),
    done: text('done').notNull(),
    why: text('why').$type<TodayWhy>().notNull(),
    at: instant('at').notNull(),
  },
  (t) => [primaryKey({ columns: [t.runId, t.itemId] }), index('said_today_of_squad').on(t.squadId, t.at)],
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
    /** The number to reach that stood before the player; null for none, and where an older device did not say. */
    saw: real('saw'),
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

/**
 * Every word that a player said of a score, the first among them (under the score's own id), once it was mended. What holds is the newest;
 * the score itself has that, so that every figure rests on it.
 */
export const scoreWords = sqliteTable(
  'score_words',
  {
    id: text('id').primaryKey(),
    scoreId: text('score_id')
      .notNull()
      .references(() => scores.id),
    value: real('value'),
    faults: integer('faults').notNull(),
    parts: json<Record<string, number>>('parts'),
    /** When it was said, on the server's clock. */
    at: instant('at').notNull(),
    receivedAt: instant('received_at').notNull(),
  },
  (t) => [index('words_of_score').on(t.scoreId, t.at)],
);

/** What a score looked like beside the earlier ones when it or its clip came in; derived, replaced when something new is known. */
export const scoreReadings = sqliteTable('score_readings', {
  scoreId: text('score_id')
    .primaryKey()
    .references(() => scores.id),
  doubts: json<Doubt[]>('doubts').notNull(),
  /** Best counted result before it under the same key; null for the first. */
  recordBefore: real('record_before'),
  /** Version of the reading; older ones are read anew at the start. */
  version: integer('version').notNull().default(1),
});

/** One foot's number of a go in free practice: a drill done alone, outside any week. It counts where the squad's rule said so when it came. */
export const practiceGoes = sqliteTable(
  'practice_goes',
  {
    id: text('id').primaryKey(),
    goId: text('go_id').notNull(),
    playerId: text('player_id')
      .notNull()
      .references(() => players.id),
    squadId: text('squad_id')
      .notNull()
      .references(() => squads.id),
    drillId: text('drill_id').notNull(),
    recordKey: text('record_key').notNull(),
    dose: json<Dose>('dose').notNull(),
    foot: text('foot').$type<Foot>().notNull(),
    /** Null for “I lost count”. */
    value: real('value'),
    faults: integer('faults').notNull(),
    seconds: real('seconds').notNull(),
    parts: json<Record<string, number>>('parts'),
    counts: flag('counts').notNull(),
    doneAt: instant('done_at').notNull(),
    receivedAt: instant('received_at').notNull(),
    /** Training day it lies on; null when it came too late. */
    day: text('day'),
  },
  (t) => [index('practice_of_player').on(t.playerId, t.squadId, t.doneAt)],
);
