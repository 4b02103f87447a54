import { and, desc, eq, isNull } from 'drizzle-orm';
import { outlineOf, type WeekOutline } from '../../core/weeks/index.ts';
import type { Db } from '../platform/db/connection.ts';
import { weekOutlines, weekRevisions, weeks } from '../platform/db/schema.ts';

type Revision = typeof weekRevisions.$inferSelect;

/** A released week without its drills. */
export interface OutlinedWeek {
  week: { id: string; number: number; startsOn: string };
  revision: Omit<Revision, 'content' | 'releasedBy'>;
  outline: WeekOutline;
}

/** Writes down what lists need of a revision. */
export function keepOutline(db: Db, revision: Pick<Revision, 'id' | 'weekId' | 'content'>): void {
  const { id, weekId, content } = revision;
  db.insert(weekOutlines)
    .values({ revisionId: id, weekId, outline: outlineOf(content) })
    .onConflictDoNothing()
    .run();
}

/** Outlines of what an older program released. */
export function fillOutlines(db: Db): void {
  const missing = db
    .select({ id: weekRevisions.id })
    .from(weekRevisions)
    .leftJoin(weekOutlines, eq(weekOutlines.revisionId, weekRevisions.id))
    .where(isNull(weekOutlines.revisionId))
    .all();
  for (const { id } of missing) {
    const revision = db.select().from(weekRevisions).where(eq(weekRevisions.id, id)).get();
    if (revision) keepOutline(db, revision);
  }
}

/** Released weeks of a squad in their newest revision, newest week first, without their drills. */
export function releasedWeeks(db: Db, squadId: string): OutlinedWeek[] {
  const rows = db
    .select({
      week: { id: weeks.id, number: weeks.number, startsOn: weeks.startsOn },
      revision: {
        id: weekRevisions.id,
        weekId: weekRevisions.weekId,
        revision: weekRevisions.revision,
        draft: weekRevisions.draft,
        opensAt: weekRevisions.opensAt,
        closesAt: weekRevisions.closesAt,
        surprise: weekRevisions.surprise,
        releasedAt: weekRevisions.releasedAt,
      },
      outline: weekOutlines.outline,
    })
    .from(weekRevisions)
    .innerJoin(weeks, eq(weeks.id, weekRevisions.weekId))
    .innerJoin(weekOutlines, eq(weekOutlines.revisionId, weekRevisions.id))
    .where(and(eq(weeks.squadId, squadId)))
    .orderBy(desc(weeks.number), desc(weekRevisions.revision))
    .all();
  return rows.filter((row, i) => row.week.id !== rows[i - 1]?.week.id);
}
