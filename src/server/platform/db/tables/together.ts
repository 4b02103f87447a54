import { index, integer, real, sqliteTable, text, uniqueIndex } from 'drizzle-orm/sqlite-core';
import type { COMMANDS } from '../../../../core/together/squad-clock.ts';
import { user } from './accounts.ts';
import { instant, json } from './columns.ts';
import { squads } from './people.ts';
import { weekRevisions } from './weeks.ts';

/* Live evenings, and what their coaches said: facts, only added. */

export const evenings = sqliteTable(
  'evenings',
  {
    id: text('id').primaryKey(),
    squadId: text('squad_id')
      .notNull()
      .references(() => squads.id),
    revisionId: text('revision_id')
      .notNull()
      .references(() => weekRevisions.id),
    sessionId: text('session_id').notNull(),
    /** The items that are done, in the session's order. */
    itemIds: json<string[]>('item_ids').notNull(),
    startsAt: instant('starts_at').notNull(),
    /** How long it is likely to take. */
    seconds: integer('seconds').notNull(),
    /** The share of its session's planned work that it covers, above 0 to 1. */
    covers: real('covers').notNull(),
    /** To be read aloud. */
    code: text('code').notNull(),
    madeBy: text('made_by')
      .notNull()
      .references(() => user.id),
    madeAt: instant('made_at').notNull(),
    calledOffAt: instant('called_off_at'),
  },
  (t) => [index('evenings_of_squad').on(t.squadId, t.startsAt)],
);

export const eveningCommands = sqliteTable(
  'evening_commands',
  {
    id: text('id').primaryKey(),
    eveningId: text('evening_id')
      .notNull()
      .references(() => evenings.id),
    seq: integer('seq').notNull(),
    at: instant('at').notNull(),
    type: text('type').$type<(typeof COMMANDS)[number]>().notNull(),
    go: integer('go'),
    saidBy: text('said_by')
      .notNull()
      .references(() => user.id),
  },
  (t) => [uniqueIndex('evening_commands_in_order').on(t.eveningId, t.seq)],
);
