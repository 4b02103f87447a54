import { sql } from 'drizzle-orm';
import { index, integer, primaryKey, real, sqliteTable, text, uniqueIndex } from 'drizzle-orm/sqlite-core';
import type { Foot, Measure } from '../../../../core/drills/index.ts';
import type { Given } from '../../../../core/planning/index.ts';
import type { DoubtResult, Standing } from '../../../../core/scores/index.ts';
import type { Streak, StripCell } from '../../../../core/streaks/index.ts';
import type { Dose, WeekOutline } from '../../../../core/weeks/index.ts';
import { user } from './accounts.ts';
import { flag, instant, json } from './columns.ts';
import { players, squads } from './people.ts';
import { weekRevisions, weeks } from './weeks.ts';

/* Derived figures: what follows from the facts, kept so that nobody waits for a season to be judged anew. All can be made again. */

/** One line for each score (and each result read in from paper): where it stands and what it comes to. No JSON: thousands are read at once. */
export const scoreFigures = sqliteTable(
  'score_figures',
  {
    scoreId: text('score_id').primaryKey(),
    playerId: text('player_id').notNull(),
    squadId: text('squad_id').notNull(),
    /** Null for a result from paper. */
    weekId: text('week_id'),
    sessionId: text('session_id'),
    itemId: text('item_id'),
    drillId: text('drill_id').notNull(),
    recordKey: text('record_key').notNull(),
    measure: text('measure').$type<Measure>().notNull(),
    foot: text('foot').$type<Foot>().notNull(),
    doneAt: instant('done_at').notNull(),
    day: text('day'),
    clocked: flag('clocked').notNull(),
    /** A coach decided with a clip at hand. */
    byClip: flag('by_clip').notNull(),
    standing: text('standing').$type<Standing>().notNull(),
    decided: flag('decided').notNull(),
    decidedAt: instant('decided_at'),
    /** The decision in force, or a remark or spoken line, is there to be read by the family. */
    hasWords: flag('has_words').notNull(),
    doubt: text('doubt').$type<DoubtResult>().notNull(),
    /** The number that counts, null where none does; and what it comes to by its measure. */
    counts: real('counts'),
    result: real('result'),
    seconds: real('seconds').notNull(),
    faults: integer('faults').notNull(),
    /** Best result under the same key before it; null for the first. */
    bestBefore: real('best_before'),
    /** The stretch number that the player saw; where another number stood there, what it would have been. Null without goes to compute from. */
    stretch: real('stretch'),
    stretchGiven: flag('stretch_given').notNull(),
    /** The result as a band takes it: of surfaces as if all were as full as the emptiest, else the result. */
    banded: real('banded'),
    /** What a number to reach is held against: the result, or what was said while a coach has to look at it; null where it was set aside. */
    judged: real('judged'),
    /** A doubt about the number itself that no coach has answered. */
    numberDoubted: flag('number_doubted').notNull().default(false),
    /** What a coach counted from the clip; null where nobody did. */
    recounted: real('recounted'),
    filmed: flag('filmed').notNull().default(false),
  },
  (t) => [
    index('figures_of_key').on(t.playerId, t.recordKey, t.doneAt),
    index('figures_of_week').on(t.weekId, t.playerId),
    // Everything that decides a place in the review queue.
    index('figures_waiting').on(t.squadId, t.playerId, t.doneAt, t.doubt, t.scoreId).where(sql`decided = 0`),
    index('figures_decided').on(t.squadId, t.decidedAt).where(sql`decided_at is not null`),
    index('figures_with_words').on(t.playerId, t.decidedAt).where(sql`has_words = 1`),
    // Everything that fair numbers are counted from, so that the rows themselves are not read.
    index('figures_stretch')
      .on(t.squadId, t.doneAt, t.playerId, t.measure, t.stretchGiven, t.stretch, t.judged)
      .where(sql`stretch is not null`),
    // What came of the newest numbers of a player in a measure.
    index('figures_given')
      .on(t.playerId, t.measure, t.doneAt, t.stretch, t.judged)
      .where(sql`stretch_given = 1 and stretch is not null and judged is not null`),
    // How often numbers are doubted in a squad, and who says the same of the same thing.
    // Both hold in part, so that SQLite takes them for what asks for just that and for nothing else of a squad.
    index('figures_doubted').on(t.squadId, t.doneAt, t.playerId, t.measure, t.numberDoubted).where(sql`week_id is not null`),
    index('figures_same')
      .on(t.squadId, t.recordKey, t.doneAt, t.playerId, t.judged)
      .where(sql`measure in ('count in time', 'unbroken run')`),
  ],
);

/** The training days of each player, with the whole sessions finished on them. */
export const trainingDays = sqliteTable(
  'training_days',
  {
    squadId: text('squad_id').notNull(),
    playerId: text('player_id').notNull(),
    day: text('day').notNull(),
    sessions: integer('sessions').notNull(),
  },
  (t) => [primaryKey({ columns: [t.squadId, t.playerId, t.day] })],
);

/** The streak of each player as of a training day; gone as soon as something changes it. */
export const streakStates = sqliteTable(
  'streak_states',
  {
    squadId: text('squad_id').notNull(),
    playerId: text('player_id').notNull(),
    /** The training day it was computed for. */
    asOf: text('as_of').notNull(),
    lastDay: text('last_day'),
    streak: json<Streak>('streak').notNull(),
    strip: json<StripCell[]>('strip').notNull(),
  },
  (t) => [primaryKey({ columns: [t.squadId, t.playerId] })],
);

/** What of a released week the squad's lists need, without its drills. */
export const weekOutlines = sqliteTable('week_outlines', {
  revisionId: text('revision_id')
    .primaryKey()
    .references(() => weekRevisions.id),
  weekId: text('week_id').notNull(),
  outline: json<WeekOutline>('outline').notNull(),
});

/** A week as it was given to one player when first seen: catch-up doses and own steps, frozen so that every replay finds the same. */
export const givenWeeks = sqliteTable(
  'given_weeks',
  {
    revisionId: text('revision_id')
      .notNull()
      .references(() => weekRevisions.id),
    playerId: text('player_id')
      .notNull()
      .references(() => players.id),
    given: json<Given>('given').notNull(),
    at: instant('at').notNull(),
  },
  (t) => [primaryKey({ columns: [t.revisionId, t.playerId] })],
);

/* What coaches say of players: facts. */

/** A number that a coach set for one player in place of the rule's. The newest holds; `kind` "rule" gives it back to the rule. */
export const ownTargets = sqliteTable(
  'own_targets',
  {
    id: text('id').primaryKey(),
    weekId: text('week_id')
      .notNull()
      .references(() => weeks.id),
    itemId: text('item_id').notNull(),
    playerId: text('player_id')
      .notNull()
      .references(() => players.id),
    foot: text('foot').$type<Foot>().notNull(),
    kind: text('kind').$type<'number' | 'no number' | 'rule'>().notNull(),
    number: real('number'),
    by: text('by')
      .notNull()
      .references(() => user.id),
    at: instant('at').notNull(),
  },
  (t) => [index('own_targets_of_week').on(t.weekId, t.playerId)],
);

/** A next step for one player, from a week on: an easier or harder drill, another pace, other cones, a rest. */
export const ownSteps = sqliteTable(
  'own_steps',
  {
    id: text('id').primaryKey(),
    squadId: text('squad_id')
      .notNull()
      .references(() => squads.id),
    playerId: text('player_id')
      .notNull()
      .references(() => players.id),
    /** Number of the week it is for. */
    week: integer('week').notNull(),
    drillId: text('drill_id').notNull(),
    kind: text('kind').notNull(),
    toDrillId: text('to_drill_id'),
    by: text('by')
      .notNull()
      .references(() => user.id),
    at: instant('at').notNull(),
    droppedAt: instant('dropped_at'),
  },
  (t) => [index('own_steps_of_player').on(t.squadId, t.playerId, t.week)],
);

/** Notes of the coaches on a player: for coaches only. */
export const coachNotes = sqliteTable(
  'coach_notes',
  {
    id: text('id').primaryKey(),
    squadId: text('squad_id')
      .notNull()
      .references(() => squads.id),
    playerId: text('player_id')
      .notNull()
      .references(() => players.id),
    coachId: text('coach_id')
      .notNull()
      .references(() => user.id),
    text: text('text').notNull(),
    at: instant('at').notNull(),
    droppedAt: instant('dropped_at'),
  },
  (t) => [index('notes_of_player').on(t.squadId, t.playerId, t.at)],
);

/** A list from paper that was read in; taking it back takes all of its results back. */
export const paperLists = sqliteTable(
  'paper_lists',
  {
    id: text('id').primaryKey(),
    squadId: text('squad_id')
      .notNull()
      .references(() => squads.id),
    name: text('name').notNull(),
    by: text('by')
      .notNull()
      .references(() => user.id),
    at: instant('at').notNull(),
    undoneAt: instant('undone_at'),
  },
  (t) => [index('paper_lists_of_squad').on(t.squadId, t.at)],
);

/** A result read in from paper. It counts for records as one by hand. */
export const paperResults = sqliteTable(
  'paper_results',
  {
    id: text('id').primaryKey(),
    listId: text('list_id')
      .notNull()
      .references(() => paperLists.id),
    playerId: text('player_id')
      .notNull()
      .references(() => players.id),
    drillId: text('drill_id').notNull(),
    recordKey: text('record_key').notNull(),
    dose: json<Dose>('dose').notNull(),
    foot: text('foot').$type<Foot>().notNull(),
    value: real('value').notNull(),
    faults: integer('faults').notNull(),
    doneAt: instant('done_at').notNull(),
    day: text('day').notNull(),
  },
  (t) => [index('paper_results_of_list').on(t.listId), index('paper_results_of_player').on(t.playerId)],
);

export type LetterKind = 'monday summary' | 'today' | 'week opened' | 'from the coach';

/** A letter in the local post: made from the week's numbers, kept as it was sent. */
export const letters = sqliteTable(
  'letters',
  {
    id: text('id').primaryKey(),
    squadId: text('squad_id')
      .notNull()
      .references(() => squads.id),
    kind: text('kind').$type<LetterKind>().notNull(),
    /** Who gets it. */
    userId: text('user_id')
      .notNull()
      .references(() => user.id, { onDelete: 'cascade' }),
    /** The child it is about; null for a coach's. */
    playerId: text('player_id').references(() => players.id),
    /** The Monday of the week it is about. */
    weekOf: text('week_of').notNull(),
    /** What of the week it is about, where there can be several of a kind: a day, a revision, a decision. */
    about: text('about').notNull().default(''),
    subject: text('subject').notNull(),
    plain: text('plain').notNull(),
    html: text('html').notNull(),
    madeAt: instant('made_at').notNull(),
  },
  (t) => [
    uniqueIndex('letter_once').on(t.squadId, t.kind, t.userId, t.playerId, t.weekOf, t.about),
    index('letters_of_user').on(t.userId, t.madeAt),
  ],
);
