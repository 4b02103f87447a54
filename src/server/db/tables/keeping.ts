import { index, integer, sqliteTable, text } from 'drizzle-orm/sqlite-core';
import { user } from './accounts.ts';
import { instant, json } from './columns.ts';

/* What the house does by itself: mail that goes out, and work by night. */

/** Mail on its way out: to families and coaches who want it, and what an account asked for itself. */
export const outbox = sqliteTable(
  'outbox',
  {
    id: text('id').primaryKey(),
    userId: text('user_id')
      .notNull()
      .references(() => user.id, { onDelete: 'cascade' }),
    /** The letter it carries; null for what belongs to an account (a new password). Not a reference: letters may go first. */
    letterId: text('letter_id'),
    /** The child it is about; it goes when the child goes. */
    playerId: text('player_id'),
    subject: text('subject').notNull(),
    plain: text('plain').notNull(),
    html: text('html').notNull(),
    madeAt: instant('made_at').notNull(),
    /** Not before this instant: quiet hours, or the wait after a try that failed. */
    notBefore: instant('not_before').notNull(),
    tries: integer('tries').notNull().default(0),
    sentAt: instant('sent_at'),
    /** Why it was not sent, for good or for now. */
    trouble: text('trouble'),
    givenUpAt: instant('given_up_at'),
  },
  (t) => [index('outbox_waiting').on(t.sentAt, t.notBefore), index('outbox_of_user').on(t.userId, t.sentAt)],
);

/** Each time the house did its nightly work, with what it found and did. */
export const jobRuns = sqliteTable(
  'job_runs',
  {
    id: text('id').primaryKey(),
    job: text('job').notNull(),
    startedAt: instant('started_at').notNull(),
    endedAt: instant('ended_at'),
    report: json<unknown>('report'),
    trouble: text('trouble'),
  },
  (t) => [index('job_runs_of_job').on(t.job, t.startedAt)],
);
