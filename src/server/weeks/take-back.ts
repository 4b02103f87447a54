import { and, eq, gt, inArray } from 'drizzle-orm';
import type { WeekDetail } from '../../contract/weeks.ts';
import { t } from '../../core/text/translate.ts';
import type { Actor } from '../accounts/actor.ts';
import type { Context } from '../context.ts';
import { eveningCommands, evenings, films, givenWeeks, weekOutlines, weekRevisions, weeks } from '../platform/db/schema.ts';
import { Problem } from '../platform/problems.ts';
import { allow } from '../policy.ts';
import { detailOf, newestRevision, weekById } from './weeks.ts';

/** Takes back what was released and has not opened yet. Of a week that is open already, a change that waits for its hour goes. */
export function takeBackRelease(context: Context, actor: Actor, input: { week: string }): WeekDetail {
  const { db } = context;
  allow(db, actor, 'release a week', input);
  const week = weekById(db, input.week);
  db.transaction(() => {
    const waiting = db
      .select({ id: weekRevisions.id })
      .from(weekRevisions)
      .where(and(eq(weekRevisions.weekId, week.id), gt(weekRevisions.opensAt, context.now())))
      .all();
    if (waiting.length === 0) {
      const sentence = newestRevision(db, week.id)
        ? t('This week has opened: players see it. Change it and release the change.')
        : t('This week is not released.');
      throw new Problem('not releasable', sentence);
    }
    for (const { id } of waiting) {
      db.delete(givenWeeks).where(eq(givenWeeks.revisionId, id)).run();
      db.delete(weekOutlines).where(eq(weekOutlines.revisionId, id)).run();
      // Nothing was begun of it: a live evening that was named goes with its week.
      const named = db.select({ id: evenings.id }).from(evenings).where(eq(evenings.revisionId, id));
      db.delete(eveningCommands).where(inArray(eveningCommands.eveningId, named)).run();
      db.delete(evenings).where(eq(evenings.revisionId, id)).run();
      db.delete(weekRevisions).where(eq(weekRevisions.id, id)).run();
    }
  });
  return detailOf(context, week);
}

/** Throws a week away that was never released. */
export function dropWeek(context: Context, actor: Actor, input: { week: string }): { id: string } {
  const { db } = context;
  allow(db, actor, 'save a week', input);
  const week = weekById(db, input.week);
  db.transaction(() => {
    if (newestRevision(db, week.id))
      throw new Problem('not releasable', 'This week is released. Take the release back first, or leave it.');
    if (db.select({ id: films.id }).from(films).where(eq(films.weekId, week.id)).get())
      throw new Problem('not releasable', t('This week has a welcome film. Remove the film first.'));
    db.delete(weeks).where(eq(weeks.id, week.id)).run();
  });
  return { id: input.week };
}
