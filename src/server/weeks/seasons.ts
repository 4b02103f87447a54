import { and, desc, eq } from 'drizzle-orm';
import { v7 as uuid } from 'uuid';
import type { SeasonDraft } from '../../contract/season.ts';
import { mondayOf } from '../../core/calendar/days.ts';
import { type SeasonFile, seasonFile } from '../../core/files/index.ts';
import { seasonFrom } from '../../core/planning/season/plan.ts';
import { t } from '../../core/text/translate.ts';
import type { Actor } from '../accounts/actor.ts';
import type { Context } from '../context.ts';
import type { Db } from '../platform/db/connection.ts';
import { seasons } from '../platform/db/schema.ts';
import { badInput, notFound, Problem } from '../platform/problems.ts';
import { allow } from '../policy.ts';

/** The season of a squad that was made last; null before the first. */
export function seasonOf(db: Db, squadId: string): SeasonDraft | null {
  const row = db
    .select({ id: seasons.id, draft: seasons.draft, plan: seasons.plan })
    .from(seasons)
    .where(eq(seasons.squadId, squadId))
    .orderBy(desc(seasons.madeAt), desc(seasons.id))
    .limit(1)
    .get();
  return row ?? null;
}

/** Saves the season, or begins another one under a new id. @throws Problem "changed elsewhere" for one made from an older draft */
export function saveSeason(context: Context, actor: Actor, input: { squad: string } & SeasonDraft): void {
  const { db, now } = context;
  allow(db, actor, 'plan the season', { squad: input.squad });
  const { id, squad, draft, plan } = input;
  const had = db.select({ squadId: seasons.squadId, draft: seasons.draft }).from(seasons).where(eq(seasons.id, id)).get();
  if (!had) {
    db.insert(seasons).values({ id, squadId: squad, plan, draft: 1, madeAt: now(), updatedAt: now() }).run();
    return;
  }
  if (had.squadId !== squad) throw notFound();
  const saved = db
    .update(seasons)
    .set({ plan, draft: draft + 1, updatedAt: now() })
    .where(and(eq(seasons.id, id), eq(seasons.draft, draft)))
    .run();
  if (saved.changes === 0)
    throw new Problem(
      'changed elsewhere',
      t('This season was changed in another tab or by another coach. Your version is on this screen.'),
    );
}

/** Takes the season over from another squad that the coach may see. Sending the same id twice makes one. */
export function copySeason(context: Context, actor: Actor, input: { squad: string; id: string; from: string; startsOn: string }): void {
  const { db } = context;
  allow(db, actor, 'plan the season', { squad: input.squad });
  allow(db, actor, 'see the season', { squad: input.from });
  if (mondayOf(input.startsOn) !== input.startsOn) throw badInput('startsOn', t('A season begins on a Monday.'));
  const source = seasonOf(db, input.from);
  if (!source) throw notFound();
  if (db.select({ id: seasons.id }).from(seasons).where(eq(seasons.id, input.id)).get()) return;
  saveSeason(context, actor, { squad: input.squad, id: input.id, draft: 0, plan: seasonFrom(source.plan, input.startsOn, uuid) });
}

export function exportSeason(context: Context, actor: Actor, input: { squad: string }): SeasonFile {
  allow(context.db, actor, 'see the season', input);
  const season = seasonOf(context.db, input.squad);
  if (!season) throw notFound();
  return seasonFile(season.plan);
}
