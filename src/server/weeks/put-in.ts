import { and, asc, eq, gte, notExists, sql } from 'drizzle-orm';
import { v7 as uuid } from 'uuid';
import type { WeekDetail } from '../../contract/weeks.ts';
import { mondayOf } from '../../core/calendar/days.ts';
import { allItems, putIn } from '../../core/planning/index.ts';
import { t } from '../../core/text/translate.ts';
import { changeMany } from '../../core/weeks/bulk.ts';
import type { Actor } from '../accounts/actor.ts';
import type { Context } from '../context.ts';
import { shelfOf } from '../drills/shelf.ts';
import { weekRevisions, weeks } from '../platform/db/schema.ts';
import { notFound, Problem } from '../platform/problems.ts';
import { allow } from '../policy.ts';
import { type Squad, squadById, squadDay } from '../squads/squads.ts';
import { addWeek, detailOf, refuseHeading, weekById } from './weeks.ts';

/** The next week of a squad that players do not have yet; undefined where there is none. */
function nextDraft({ db, now }: Context, squad: Squad) {
  const released = db.select({ one: sql`1` }).from(weekRevisions).where(eq(weekRevisions.weekId, weeks.id));
  return db
    .select()
    .from(weeks)
    .where(and(eq(weeks.squadId, squad.id), gte(weeks.startsOn, mondayOf(squadDay(squad, now()))), notExists(released)))
    .orderBy(asc(weeks.startsOn))
    .limit(1)
    .get();
}

/** Gives every counted drill of the next week that players do not have yet the stretch rule. @throws Problem when there is no such week */
export function stretchNextWeek(context: Context, actor: Actor, input: { squad: string }): { week: WeekDetail; changed: number } {
  const { db } = context;
  allow(db, actor, 'save a week', { squad: input.squad });
  const squad = squadById(db, input.squad);
  return db.transaction(() => {
    const week = nextDraft(context, squad);
    if (!week) throw new Problem('not found', t('There is no week that waits to be released. Make the next one first.'));
    const ids = allItems(week.plan).flatMap((item) => (item.scored && item.target.rule !== 'stretch' ? [item.id] : []));
    if (ids.length === 0) return { week: detailOf(context, week), changed: 0 };
    const plan = changeMany(week.plan, new Set(ids), { rule: 'stretch' }, shelfOf(db, squad.id));
    db.update(weeks)
      .set({ plan, draft: week.draft + 1, updatedAt: context.now() })
      .where(eq(weeks.id, week.id))
      .run();
    return { week: detailOf(context, weekById(db, week.id)), changed: ids.length };
  });
}

/**
 * Puts a drill into the next week that players do not have yet, as a recap of its first session; a week is made where there is none.
 * A week that has the drill already stays as it is.
 */
export function putInNextWeek(context: Context, actor: Actor, input: { squad: string; id: string; drill: string }): WeekDetail {
  const { db } = context;
  allow(db, actor, 'make a week', { squad: input.squad });
  const squad = squadById(db, input.squad);
  const drill = shelfOf(db, squad.id).get(input.drill);
  if (!drill) throw notFound();
  return db.transaction(() => {
    const week =
      nextDraft(context, squad) ??
      addWeek(context, squad, input.id, (number) => ({ title: t('Week {number}', { number }), focus: '', sessions: [] }));
    const plan = putIn(week.plan, drill, uuid);
    if (plan === week.plan) return detailOf(context, week);
    refuseHeading(context, squad, plan);
    db.update(weeks)
      .set({ plan, draft: week.draft + 1, updatedAt: context.now() })
      .where(eq(weeks.id, week.id))
      .run();
    return detailOf(context, weekById(db, week.id));
  });
}
