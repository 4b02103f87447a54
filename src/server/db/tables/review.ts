import { index, integer, real, sqliteTable, text } from 'drizzle-orm/sqlite-core';
import { user } from './accounts.ts';
import { instant, json } from './columns.ts';
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
