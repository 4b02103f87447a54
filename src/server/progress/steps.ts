import { and, asc, desc, eq, gte, inArray, isNull, lte } from 'drizzle-orm';
import type { OwnStepView } from '../../contract/progress.ts';
import type { StepKind } from '../../core/progress/index.ts';
import { t } from '../../core/text/translate.ts';
import type { Actor } from '../accounts/actor.ts';
import type { Context } from '../context.ts';
import { drillNames, shelfOf } from '../drills/shelf.ts';
import type { Db } from '../platform/db/connection.ts';
import { givenWeeks, ownSteps, weekRevisions, weeks } from '../platform/db/schema.ts';
import { badInput, notFound, Problem } from '../platform/problems.ts';
import { allow, asPerson } from '../policy.ts';
import { ageOf, memberOf, squadById } from '../squads/squads.ts';

type StepRow = typeof ownSteps.$inferSelect;

/** The number of the week after the one that opened last: what a next step is for. */
export function nextWeekNumber(db: Db, squadId: string, now: number): number {
  const last = db
    .select({ number: weeks.number })
    .from(weekRevisions)
    .innerJoin(weeks, eq(weeks.id, weekRevisions.weekId))
    .where(and(eq(weeks.squadId, squadId), lte(weekRevisions.opensAt, now)))
    .orderBy(desc(weeks.number))
    .limit(1)
    .get();
  return (last?.number ?? 0) + 1;
}

const viewOf = (row: StepRow, drillName: (id: string) => string): OwnStepView => ({
  id: row.id,
  week: row.week,
  drillId: row.drillId,
  drillName: drillName(row.drillId),
  kind: row.kind as StepKind,
  toDrillName: row.toDrillId && drillName(row.toDrillId),
});

const STEPS_SHOWN = 12;

/** The next steps chosen for a player, the latest week first. */
export function ownStepsOf(db: Db, squadId: string, playerId: string): OwnStepView[] {
  const drillName = drillNames(db, squadId);
  return db
    .select()
    .from(ownSteps)
    .where(and(eq(ownSteps.squadId, squadId), eq(ownSteps.playerId, playerId), isNull(ownSteps.droppedAt)))
    .orderBy(desc(ownSteps.week), asc(ownSteps.at))
    .limit(STEPS_SHOWN)
    .all()
    .map((row) => viewOf(row, drillName));
}

/** Puts a next step for one player into the week after the open one. Another step for the same drill and week takes its place. */
export function takeStep(
  context: Context,
  actor: Actor,
  input: { squad: string; player: string; id: string; drillId: string; kind: StepKind; toDrillId: string | null },
): OwnStepView {
  const { db } = context;
  const { squad, player, id, drillId, kind } = input;
  allow(db, actor, 'take a next step', { squad, player });
  const shelf = shelfOf(db, squad);
  const links = kind === 'easier link' || kind === 'harder link';
  const to = links ? shelf.get(input.toDrillId ?? '') : null;
  if (!shelf.has(drillId)) throw badInput('drillId', t('There is no such drill on the shelf.'));
  if (kind === 'other cues' && !shelf.get(drillId)?.contact)
    throw badInput('drillId', t('Both schools have the same cues for this drill.'));
  if (links && !to) throw badInput('toDrillId', t('Choose the drill that takes its place.'));
  if (
    to?.loads.includes('heading') &&
    ageOf(memberOf(db, squad, player), squadById(db, squad), context.now()) < squadById(db, squad).headingAge
  )
    throw badInput('toDrillId', t('Heading is off below the squad’s age for it.'));
  const had = db.select().from(ownSteps).where(eq(ownSteps.id, id)).get();
  if (had && (had.squadId !== squad || had.playerId !== player)) throw notFound();
  const drillName = drillNames(db, squad);
  if (had) return viewOf(had, drillName);
  const week = nextWeekNumber(db, squad, context.now());
  const row: StepRow = {
    id,
    squadId: squad,
    playerId: player,
    week,
    drillId,
    kind,
    toDrillId: to?.id ?? null,
    by: asPerson(actor).userId,
    at: context.now(),
    droppedAt: null,
  };
  db.transaction((tx) => {
    tx.update(ownSteps)
      .set({ droppedAt: context.now() })
      .where(
        and(
          eq(ownSteps.squadId, squad),
          eq(ownSteps.playerId, player),
          eq(ownSteps.drillId, drillId),
          gte(ownSteps.week, week),
          isNull(ownSteps.droppedAt),
        ),
      )
      .run();
    tx.insert(ownSteps).values(row).run();
  });
  return viewOf(row, drillName);
}

/** Takes a next step back. Once the player was given the week, it stands. */
export function dropStep(context: Context, actor: Actor, input: { squad: string; player: string; step: string }): { id: string } {
  const { db } = context;
  allow(db, actor, 'take a next step', { squad: input.squad, player: input.player });
  const row = db
    .select()
    .from(ownSteps)
    .where(and(eq(ownSteps.id, input.step), eq(ownSteps.squadId, input.squad), eq(ownSteps.playerId, input.player)))
    .get();
  if (!row) throw notFound();
  const revisions = db
    .select({ id: weekRevisions.id })
    .from(weekRevisions)
    .innerJoin(weeks, eq(weeks.id, weekRevisions.weekId))
    .where(and(eq(weeks.squadId, input.squad), eq(weeks.number, row.week)))
    .all()
    .map((one) => one.id);
  const given = db
    .select({ at: givenWeeks.at })
    .from(givenWeeks)
    .where(and(eq(givenWeeks.playerId, input.player), inArray(givenWeeks.revisionId, revisions)))
    .limit(1)
    .get();
  if (given) throw new Problem('changed elsewhere', t('The player has seen that week already. It stays as it was given.'));
  db.update(ownSteps).set({ droppedAt: context.now() }).where(eq(ownSteps.id, row.id)).run();
  return { id: row.id };
}
