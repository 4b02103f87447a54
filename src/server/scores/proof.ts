import { eq, sql } from 'drizzle-orm';
import { type ProvenWork, provenWork, replay } from '../../core/training/index.ts';
import type { Db } from '../platform/db/connection.ts';
import { prepared } from '../platform/db/prepared.ts';
import { runs, scoreFigures } from '../platform/db/schema.ts';
import type { ScoreFact } from './facts.ts';
import { ranOf } from './ran.ts';

/* Whether a number was made on our clock is proved by the kept log of its run, never believed. */

/** How far the seconds that were sent may be from those that ran: both are rounded. */
const SECONDS_APART = 1;

const of = { id: sql.placeholder('id') };
const runById = prepared((db) => db.select().from(runs).where(eq(runs.id, of.id)).prepare());
const figureOf = prepared((db) =>
  db.select({ clocked: scoreFigures.clocked }).from(scoreFigures).where(eq(scoreFigures.scoreId, of.id)).prepare(),
);

/** What the log of a run that came before 0.7 proves: replayed once, and kept. */
function proveNow(db: Db, run: typeof runs.$inferSelect): ProvenWork[] {
  const ran = ranOf(db, run);
  return ran ? provenWork(ran.sheet, replay(ran.sheet, ran.log, ran.log.at(-1)?.at)) : [];
}

function provenOf(db: Db, run: typeof runs.$inferSelect): ProvenWork[] {
  if (run.proven) return run.proven;
  const proven = run.byHand ? [] : proveNow(db, run);
  db.update(runs).set({ proven }).where(eq(runs.id, run.id)).run();
  return proven;
}

type Claimed = Pick<ScoreFact, 'clocked' | 'runId' | 'playerId' | 'itemId' | 'round' | 'foot' | 'measure' | 'seconds'>;

/** Whether a number that says it was made on the clock was: the whole of its work ran, in its own run, for the seconds it says. */
export function isProven(db: Db, score: Claimed): boolean {
  if (!score.clocked || score.runId === null) return false;
  const run = runById(db).get({ id: score.runId });
  if (!run || run.playerId !== score.playerId) return false;
  const foot = score.measure === 'surfaces' ? null : score.foot;
  const work = provenOf(db, run).find((one) => one.itemId === score.itemId && one.round === score.round && one.foot === foot);
  return work ? work.clocked && Math.abs(work.seconds - score.seconds) <= SECONDS_APART : false;
}

/** Whether a number counts as one of the clock now. */
export const wasClocked = (db: Db, scoreId: string): boolean => figureOf(db).get({ id: scoreId })?.clocked ?? false;

/** Of some scores those that count as made on the clock. */
export function clockedAmong(db: Db, scoreIds: readonly string[]): Set<string> {
  const rows = db.$client
    .prepare('select score_id from score_figures where clocked = 1 and score_id in (select value from json_each(?))')
    .pluck()
    .all(JSON.stringify(scoreIds));
  return new Set(rows as string[]);
}
