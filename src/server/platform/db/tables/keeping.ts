import { index, integer, sqliteTable, text } from 'drizzle-orm/sqlite-core';
import type { AccountEventKind } from '../../../../core/mail/news.ts';
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

/** What happened to who may get in: told on the account page, by mail, and to head coaches. */
export const accountEvents = sqliteTable(
  'account_events',
  {
    id: text('id').primaryKey(),
    kind: text('kind').$type<AccountEventKind>().notNull(),
    /** The account that it is about; no reference, so that a removal stays on record after the account is gone. */
    userId: text('user_id'),
    /** The child that it is about, and the squad; the child's go with the child. */
    playerId: text('player_id'),
    squadId: text('squad_id'),
    /** Whose act it was; null for the house and for who was not signed in. */
    byUserId: text('by_user_id'),
    /** A device, a role, a kind of link: a few words that name nobody. */
    detail: text('detail'),
    at: instant('at').notNull(),
  },
  (t) => [
    index('account_events_of_user').on(t.userId, t.at),
    index('account_events_of_player').on(t.playerId, t.at),
    index('account_events_of_squad').on(t.squadId, t.at),
  ],
);

/** What the house knows of itself: that its secret is the one it was made with, and when its clock was last seen. */
export const houseFacts = sqliteTable('house_facts', { key: text('key').primaryKey(), value: text('value').notNull() });

/** By which version of its formula each derived table was made. Another one makes it anew. */
export const derivedVersions = sqliteTable('derived_versions', {
  name: text('name').primaryKey(),
  version: integer('version').notNull(),
  madeAt: instant('made_at').notNull(),
});

/** Files that lie in the store for clips, where one is set. One whose name nothing else has any more is to be taken away there. */
export const farFiles = sqliteTable('far_files', {
  name: text('name').primaryKey(),
  bytes: integer('bytes').notNull(),
  /** SHA-256 of what is in it. */
  sha256: text('sha256').notNull(),
  /** Since when it is there whole; null while it is on its way. */
  storedAt: instant('stored_at'),
});
