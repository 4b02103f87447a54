import { sql } from 'drizzle-orm';
import { index, integer, real, sqliteTable, text, uniqueIndex } from 'drizzle-orm/sqlite-core';
import type { Mark, MarkLog } from '../../../../core/review/index.ts';
import type { ReviewSaid } from '../../../../core/scores/index.ts';
import type { Written } from '../../../../core/text/in-two.ts';
import type { LanguageCode } from '../../../../core/text/languages.ts';
import { user } from './accounts.ts';
import { flag, instant, json } from './columns.ts';
import { players, squads } from './people.ts';
import { scores } from './sent.ts';

/* What coaches say of it, and the clips. */

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
    /** In which language the coach read, and so wrote; null before that was kept. */
    written: text('written').$type<LanguageCode>(),
    /** The line in another language. */
    also: json<Written['also']>('also'),
    cues: json<string[]>('cues').notNull(),
    /** Losses of control that the recount found; null leaves the claimed ones. */
    faults: integer('faults'),
    /** The marks that a correction rests on, frozen with it; null where the number was typed. */
    marks: json<Mark[]>('marks'),
    /** All decisions of one wave through the clear ones; null for a single decision. */
    waveId: text('wave_id'),
    /** Seconds that the coach had the score in front; null where nobody looked at it. */
    tookSeconds: real('took_seconds'),
    at: instant('at').notNull(),
  },
  (t) => [
    index('decisions_of_score').on(t.scoreId, t.at),
    index('decisions_undoing').on(t.undoes),
    index('decisions_of_wave').on(t.waveId),
    index('decisions_of_coach').on(t.coachId, t.at),
    index('decisions_looked_at').on(t.coachId, t.at).where(sql`took_seconds is not null`),
  ],
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

/** Who had which clip: each loading of its file, and each time it was played, with the seconds seen. */
export const clipViews = sqliteTable(
  'clip_views',
  {
    id: text('id').primaryKey(),
    clipId: text('clip_id')
      .notNull()
      .references(() => clips.id),
    userId: text('user_id').notNull(),
    kind: text('kind').$type<'loaded' | 'watched'>().notNull().default('loaded'),
    seconds: real('seconds'),
    at: instant('at').notNull(),
  },
  (t) => [index('views_of_clip').on(t.clipId, t.at)],
);

/** A coach's recount of a clip as it stands: every change with what was undone. Newer edits take the place of older ones. */
export const recounts = sqliteTable(
  'recounts',
  {
    id: text('id').primaryKey(),
    scoreId: text('score_id')
      .notNull()
      .references(() => scores.id),
    clipId: text('clip_id')
      .notNull()
      .references(() => clips.id),
    coachId: text('coach_id')
      .notNull()
      .references(() => user.id),
    log: json<MarkLog>('log').notNull(),
    /** Changes and undos so far; a save with fewer is an old one that came late. */
    edit: integer('edit').notNull(),
    /** The whole work was counted: from then on it is compared with the claim. */
    whole: flag('whole').notNull().default(false),
    /** Seconds taken off each tap for the coach's delay. */
    delay: real('delay').notNull().default(0),
    startedAt: instant('started_at').notNull(),
    savedAt: instant('saved_at').notNull(),
  },
  (t) => [uniqueIndex('recount_of_coach').on(t.clipId, t.coachId), index('recounts_of_score').on(t.scoreId)],
);

/** What a coach says of a score beside the decision; an undo is a fact of its own that names what it takes back. */
export const reviewFacts = sqliteTable(
  'review_facts',
  {
    id: text('id').primaryKey(),
    scoreId: text('score_id')
      .notNull()
      .references(() => scores.id),
    coachId: text('coach_id')
      .notNull()
      .references(() => user.id),
    said: json<ReviewSaid>('said').notNull(),
    undoes: text('undoes'),
    at: instant('at').notNull(),
  },
  (t) => [index('review_facts_of_score').on(t.scoreId, t.at), index('review_facts_undoing').on(t.undoes)],
);

/** A line that a coach spoke; kept and deleted like a clip. */
export const spokenLines = sqliteTable(
  'spoken_lines',
  {
    id: text('id').primaryKey(),
    scoreId: text('score_id')
      .notNull()
      .references(() => scores.id),
    playerId: text('player_id')
      .notNull()
      .references(() => players.id),
    squadId: text('squad_id')
      .notNull()
      .references(() => squads.id),
    coachId: text('coach_id')
      .notNull()
      .references(() => user.id),
    fileName: text('file_name').notNull(),
    mediaType: text('media_type').notNull(),
    bytes: integer('bytes').notNull(),
    seconds: real('seconds').notNull(),
    at: instant('at').notNull(),
    deletedAt: instant('deleted_at'),
    deletedBy: text('deleted_by'),
  },
  (t) => [index('spoken_of_score').on(t.scoreId), index('spoken_of_player').on(t.playerId, t.at)],
);

/** Cues of a squad's coaches for a drill, beside the drill's own. */
export const ownCues = sqliteTable(
  'own_cues',
  {
    id: text('id').primaryKey(),
    squadId: text('squad_id')
      .notNull()
      .references(() => squads.id),
    drillId: text('drill_id').notNull(),
    text: text('text').notNull(),
    madeBy: text('made_by')
      .notNull()
      .references(() => user.id),
    madeAt: instant('made_at').notNull(),
    droppedAt: instant('dropped_at'),
  },
  (t) => [index('cues_of_drill').on(t.squadId, t.drillId)],
);

/** How one coach works at the bench: own keys, and how late the taps come. */
export const benchSettings = sqliteTable('bench_settings', {
  coachId: text('coach_id')
    .primaryKey()
    .references(() => user.id, { onDelete: 'cascade' }),
  keys: json<Record<string, string>>('keys').notNull(),
  delay: json<{ seconds: number; spread: number; at: number }>('delay'),
});
