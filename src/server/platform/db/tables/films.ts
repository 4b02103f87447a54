import { index, integer, real, sqliteTable, text } from 'drizzle-orm/sqlite-core';
import { user } from './accounts.ts';
import { instant } from './columns.ts';
import { squads } from './people.ts';
import { weeks } from './weeks.ts';

/** A film of a coach, of a drill or as a welcome to a week: a demonstration that the squad's players get with the week. */
export const films = sqliteTable(
  'films',
  {
    id: text('id').primaryKey(),
    squadId: text('squad_id')
      .notNull()
      .references(() => squads.id),
    /** A film, or a spoken line of a drill. */
    kind: text('kind').$type<'film' | 'voice'>().notNull().default('film'),
    /** What it shows: a drill, or else a week. */
    drillId: text('drill_id'),
    weekId: text('week_id').references(() => weeks.id),
    coachId: text('coach_id')
      .notNull()
      .references(() => user.id),
    state: text('state').$type<'expected' | 'kept' | 'refused' | 'removed'>().notNull(),
    refusal: text('refusal'),
    fileName: text('file_name'),
    mediaType: text('media_type'),
    bytes: integer('bytes'),
    seconds: real('seconds'),
    announcedAt: instant('announced_at').notNull(),
    keptAt: instant('kept_at'),
    removedAt: instant('removed_at'),
    removedBy: text('removed_by'),
  },
  (t) => [index('films_of_squad').on(t.squadId, t.state), index('films_of_week').on(t.weekId)],
);
