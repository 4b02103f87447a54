import { and, asc, eq, gte, sql } from 'drizzle-orm';
import type { HeardBefore } from '../../core/rep-counter/index.ts';
import { type ClockEvent, heardIn } from '../../core/training/index.ts';
import type { Actor } from '../accounts/actor.ts';
import type { Context } from '../context.ts';
import type { Db } from '../platform/db/connection.ts';
import { runEvents, runs, scores } from '../platform/db/schema.ts';
import { allow, asPlayer } from '../policy.ts';
import type { ScoreFact } from './facts.ts';
import { recountedOf } from './work.ts';

const DAY_MS = 86_400_000;
/** What was heard longer ago than this says nothing of how a player sounds today. */
const LOOKED_BACK_DAYS = 70;

const isHeard = sql`json_extract(${runEvents.event}, '$.type') = 'heard'`;

/** What a run's log has of what was heard. */
const heardOfRun = (db: Db, runId: string): ClockEvent[] =>
  db
    .select({ event: runEvents.event })
    .from(runEvents)
    .where(and(eq(runEvents.runId, runId), isHeard))
    .orderBy(asc(runEvents.seq))
    .all()
    .map((row) => row.event);

/** What the phone heard of a score's work; null where it said nothing. */
export const heardOf = (db: Db, score: Pick<ScoreFact, 'runId' | 'itemId' | 'round' | 'foot'>): number | null =>
  score.runId ? (heardIn(heardOfRun(db, score.runId), score)?.count ?? null) : null;

/** What the phone heard of a player's goes in the last weeks, where a coach at the clip or else a helper counted too. */
export function heardBefore(context: Context, actor: Actor): { before: ({ drillId: string } & HeardBefore)[] } {
  const { db } = context;
  allow(db, actor, 'see this week');
  const { playerId } = asPlayer(actor);
  const heard = db
    .selectDistinct({ id: runs.id, startedAt: runs.startedAt })
    .from(runs)
    .innerJoin(runEvents, eq(runEvents.runId, runs.id))
    .where(and(eq(runs.playerId, playerId), gte(runs.startedAt, context.now() - LOOKED_BACK_DAYS * DAY_MS), isHeard))
    .orderBy(asc(runs.startedAt))
    .all();
  const before = heard.flatMap(({ id }) => {
    const log = heardOfRun(db, id);
    return db
      .select()
      .from(scores)
      .where(and(eq(scores.runId, id), eq(scores.playerId, playerId)))
      .orderBy(asc(scores.doneAt))
      .all()
      .flatMap((score) => {
        const said = heardIn(log, score);
        const counted = said && (recountedOf(db, score) ?? said.helper);
        return said && counted !== null ? [{ drillId: score.drillId, heard: said.count, counted }] : [];
      });
  });
  return { before };
}
