import { eq, getTableColumns, sql } from 'drizzle-orm';
import type { PublishedWeek } from '../../core/weeks/index.ts';
import type { Db } from '../platform/db/connection.ts';
import { prepared } from '../platform/db/prepared.ts';
import { weekRevisions } from '../platform/db/schema.ts';
import { notFound } from '../platform/problems.ts';

/** Released weeks are frozen, so what was read of one once is what it is: this many are kept read, the ones used last. */
const KEPT = 64;

const { content: _content, ...rest } = getTableColumns(weekRevisions);
/** The columns of a revision but its content, which is read through `contentOf`. */
export const revisionColumns = rest;

const query = prepared((db) =>
  db
    .select({ content: weekRevisions.content })
    .from(weekRevisions)
    .where(eq(weekRevisions.id, sql.placeholder('id')))
    .prepare(),
);
const kept = prepared(() => new Map<string, PublishedWeek>());

/** What a revision of a week holds. @throws Problem "not found" */
export function contentOf(db: Db, revisionId: string): PublishedWeek {
  const all = kept(db);
  const content = all.get(revisionId) ?? query(db).get({ id: revisionId })?.content;
  if (!content) throw notFound();
  all.delete(revisionId);
  all.set(revisionId, content);
  const [oldest] = all.size > KEPT ? all.keys() : [];
  if (oldest !== undefined) all.delete(oldest);
  return content;
}

/** Reads a revision anew the next time: the one thing that changes a frozen week is a family's wish. */
export const forgetContent = (db: Db, revisionId: string): void => void kept(db).delete(revisionId);
