import { and, asc, eq, gte, notExists, sql } from 'drizzle-orm';
import { v7 as uuid } from 'uuid';
import type { WeekDetail } from '../../contract/weeks.ts';
import { mondayOf } from '../../core/calendar/days.ts';
import { putIn } from '../../core/planning/index.ts';
import type { Actor } from '../accounts/actor.ts';
import type { Context } from '../context.ts';
import { shelfOf } from '../drills/shelf.ts';
import { weekRevisions, weeks } from '../platform/db/schema.ts';
import { notFound } from '../platform/problems.ts';
import { allow } from '../policy.ts';
import { squadById, squadDay } from '../squads/squads.ts';
import { addWeek, detailOf, refuseHeading, weekById } from './weeks.ts';

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
  const from = mondayOf(squadDay(squad, context.now()));
  return db.transaction(() => {
    const released = db.select({ one: sql`1` }).from(weekRevisions).where(eq(weekRevisions.weekId, weeks.id));
    const next = db
      .select()
      .from(weeks)
      .where(and(eq(weeks.squadId, squad.id), gte(weeks.startsOn, from), notExists(released)))
      .orderBy(asc(weeks.startsOn))
      .limit(1)
      .get();
    const week = next ?? addWeek(context, squad, input.id, (number) => ({ title: `Week ${number}`, focus: '', sessions: [] }));
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
