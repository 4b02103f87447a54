import { and, eq, lt } from 'drizzle-orm';
import { type Doubt, doubtsOf } from '../../core/counts/index.ts';
import type { Drill } from '../../core/drills/index.ts';
import type { Db } from '../db/connection.ts';
import { clips, scoreDoubts, scores, weekRevisions } from '../db/schema.ts';
import { judgedScores, type ScoreFact } from './facts.ts';

/** Results that counted under the same record key before a score, oldest first. */
export function earlierResults(db: Db, score: Pick<ScoreFact, 'playerId' | 'recordKey' | 'doneAt'>): number[] {
  const before = and(eq(scores.playerId, score.playerId), eq(scores.recordKey, score.recordKey), lt(scores.doneAt, score.doneAt));
  return judgedScores(db, before).flatMap((one) => (one.result === null ? [] : [one.result]));
}

/** The drill as it was in the revision that a score was done on. */
export function drillOfScore(db: Db, score: Pick<ScoreFact, 'revisionId' | 'drillId'>): Drill {
  const revision = db.select({ content: weekRevisions.content }).from(weekRevisions).where(eq(weekRevisions.id, score.revisionId)).get();
  const drill = revision?.content.drills[score.drillId];
  if (!drill) throw new Error(`Revision ${score.revisionId} has lost its drill ${score.drillId}.`);
  return drill;
}

/** Computes the doubts of a score anew from what is known now, and keeps them. */
export function refreshDoubts(db: Db, score: ScoreFact, drill: Drill = drillOfScore(db, score)): Doubt[] {
  const clip = db
    .select({ seconds: clips.seconds })
    .from(clips)
    .where(and(eq(clips.scoreId, score.id), eq(clips.playerId, score.playerId), eq(clips.state, 'kept')))
    .get();
  const doubts = doubtsOf({
    claim: score,
    clocked: score.clocked,
    drill,
    dose: score.dose,
    earlier: earlierResults(db, score),
    clipSeconds: clip?.seconds ?? null,
    recounted: null,
  });
  db.insert(scoreDoubts).values({ scoreId: score.id, doubts }).onConflictDoUpdate({ target: scoreDoubts.scoreId, set: { doubts } }).run();
  return doubts;
}
