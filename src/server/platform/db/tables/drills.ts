import { integer, primaryKey, sqliteTable, text } from 'drizzle-orm/sqlite-core';
import type { Drill } from '../../../../core/drills/index.ts';
import { user } from './accounts.ts';
import { instant, json } from './columns.ts';
import { squads } from './people.ts';

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
