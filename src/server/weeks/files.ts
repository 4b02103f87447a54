import { eq } from 'drizzle-orm';
import { v7 as uuid } from 'uuid';
import type { WeekDetail } from '../../contract/weeks.ts';
import { doseRows, importWeek as readWeekFile, type WeekFile, weekFile } from '../../core/files/index.ts';
import { t } from '../../core/text/translate.ts';
import type { Actor } from '../accounts/actor.ts';
import type { Context } from '../context.ts';
import { bringAlong } from '../drills/own.ts';
import { shelfOf } from '../drills/shelf.ts';
import { weeks } from '../platform/db/schema.ts';
import { csv } from '../platform/http/csv.ts';
import { badInput, notFound, Problem } from '../platform/problems.ts';
import { allow } from '../policy.ts';
import { squadById, typicalRunnerOf } from '../squads/squads.ts';
import { calendarOfWeek } from './calendar.ts';
import { addWeek, detailOf, weekById } from './weeks.ts';

/** A week with its drills, to hand on. */
export function exportWeek(context: Context, actor: Actor, input: { week: string }): WeekFile {
  const { db } = context;
  allow(db, actor, 'export a week', input);
  const week = weekById(db, input.week);
  const shelf = shelfOf(db, week.squadId);
  const gone = week.plan.sessions.flatMap((s) => s.blocks.flatMap((b) => b.items)).find((item) => !shelf.has(item.drillId));
  if (gone) throw new Problem('not releasable', t('This week asks for a drill that is not on the shelf. Take it out first.'));
  return weekFile(week.plan, shelf);
}

/** Makes the next week of a squad from a file. Ids are made anew, and drills the squad lacks come along. */
export function readInWeek(
  context: Context,
  actor: Actor,
  input: { squad: string; id: string; file: WeekFile },
): { week: WeekDetail; broughtAlong: string[] } {
  const { db } = context;
  allow(db, actor, 'import a week', { squad: input.squad });
  const squad = squadById(db, input.squad);
  const had = db.select().from(weeks).where(eq(weeks.id, input.id)).get();
  if (had && had.squadId !== squad.id) throw notFound();
  if (had) return { week: detailOf(context, had), broughtAlong: [] };
  try {
    const { plan, missing } = readWeekFile(input.file, shelfOf(db, squad.id), uuid);
    return db.transaction(() => {
      bringAlong(context, actor, squad.id, missing);
      return {
        week: detailOf(
          context,
          addWeek(context, squad, input.id, () => plan),
        ),
        broughtAlong: missing.map((drill) => drill.name),
      };
    });
  } catch (error) {
    if (!(error instanceof RangeError)) throw error;
    throw badInput('file.drills', error.message);
  }
}

/** What each item of a week costs a typical player, as CSV. */
export function doseCsv(context: Context, actor: Actor, input: { week: string }): string {
  const { db } = context;
  allow(db, actor, 'export a week', input);
  const week = weekById(db, input.week);
  return csv(doseRows(week.plan, shelfOf(db, week.squadId), typicalRunnerOf(squadById(db, week.squadId))));
}

/** A week as an iCalendar file, whatever its state: it is the coach who asks. */
export function weekCalendar(context: Context, actor: Actor, input: { week: string }): string {
  const { db } = context;
  allow(db, actor, 'export a week', input);
  const week = weekById(db, input.week);
  return calendarOfWeek(context, squadById(db, week.squadId), week, shelfOf(db, week.squadId));
}
