import { and, eq, lt, or } from 'drizzle-orm';
import { type Doubt, doubtsOf } from '../../core/counts/index.ts';
import { BETTER, type Drill } from '../../core/drills/index.ts';
import type { Db } from '../db/connection.ts';
import { clips, scoreReadings, scores, weekRevisions } from '../db/schema.ts';
import { shelfOf } from '../drills/shelf.ts';
import { judgedScores, type ScoreFact } from './facts.ts';

/** Results that counted under the same record key before a score, oldest first; of goes of one instant the ids decide. */
function earlierResults(db: Db, score: Pick<ScoreFact, 'id' | 'playerId' | 'recordKey' | 'doneAt'>): number[] {
  const earlier = or(lt(scores.doneAt, score.doneAt), and(eq(scores.doneAt, score.doneAt), lt(scores.id, score.id)));
  const before = and(eq(scores.playerId, score.playerId), eq(scores.recordKey, score.recordKey), earlier);
  return judgedScores(db, before).flatMap((one) => (one.result === null ? [] : [one.result]));
}

/** The drill as it was in the revision that a score was done on; one that took a place at home is read from the shelf. */
function drillOfScore(db: Db, score: Pick<ScoreFact, 'revisionId' | 'drillId' | 'squadId'>): Drill {
  const revision = db.select({ content: weekRevisions.content }).from(weekRevisions).where(eq(weekRevisions.id, score.revisionId)).get();
  const drill = revision?.content.drills[score.drillId] ?? shelfOf(db, score.squadId).get(score.drillId);
  if (!drill) throw new Error(`Revision ${score.revisionId} has lost its drill ${score.drillId}.`);
  return drill;
}

export interface Reading {
  doubts: Doubt[];
  recordBefore: number | null;
}

/** Reads a score anew beside what is known now (its doubts, the record before it), and keeps that. */
export function refreshReading(db: Db, score: ScoreFact, drill: Drill = drillOfScore(db, score)): Reading {
  const clip = db
    .select({ seconds: clips.seconds })
    .from(clips)
    .where(and(eq(clips.scoreId, score.id), eq(clips.playerId, score.playerId), eq(clips.state, 'kept')))
    .get();
  const earlier = earlierResults(db, score);
  const recordBefore = earlier.length === 0 ? null : BETTER[score.measure] === 'more' ? Math.max(...earlier) : Math.min(...earlier);
  const doubts = doubtsOf({
    claim: score,
    clocked: score.clocked,
    drill,
    dose: score.dose,
    earlier,
    clipSeconds: clip?.seconds ?? null,
    recounted: null,
  });
  const reading = { doubts, recordBefore };
  db.insert(scoreReadings)
    .values({ scoreId: score.id, ...reading })
    .onConflictDoUpdate({ target: scoreReadings.scoreId, set: reading })
    .run();
  return reading;
}
