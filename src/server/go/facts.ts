import { asc, eq, inArray, type SQL } from 'drizzle-orm';
import { type Doubt, decisionInForce, resultOf, type Standing, standingOf } from '../../core/counts/index.ts';
import { grouped } from '../../core/grouped.ts';
import type { Db } from '../db/connection.ts';
import { decisions, scoreReadings, scores } from '../db/schema.ts';

export type ScoreFact = typeof scores.$inferSelect;
export type DecisionRow = typeof decisions.$inferSelect;

/** A score with everything that was said of it, and what follows. */
export interface JudgedScore {
  score: ScoreFact;
  doubts: Doubt[];
  recordBefore: number | null;
  history: DecisionRow[];
  decision: DecisionRow | null;
  standing: Standing;
  /** The value that counts; null while doubted, set aside or asked for again. */
  counts: number | null;
  /** What the counting value comes to by its measure; null when nothing counts. */
  result: number | null;
}

/**
 * Scores with their doubts, decisions and standing, oldest first.
 * @param where a condition on the scores table
 */
export function judgedScores(db: Db, where: SQL | undefined): JudgedScore[] {
  const facts = db
    .select({ score: scores, doubts: scoreReadings.doubts, recordBefore: scoreReadings.recordBefore })
    .from(scores)
    .leftJoin(scoreReadings, eq(scoreReadings.scoreId, scores.id))
    .where(where)
    .orderBy(asc(scores.doneAt), asc(scores.id))
    .all();
  const said = db
    .select({ decision: decisions })
    .from(decisions)
    .innerJoin(scores, eq(scores.id, decisions.scoreId))
    .where(where)
    .orderBy(asc(decisions.at))
    .all();
  return judge(
    facts,
    said.map((row) => row.decision),
  );
}

/** Some scores by their ids. */
export const judgedByIds = (db: Db, ids: readonly string[]): JudgedScore[] =>
  ids.length === 0 ? [] : judgedScores(db, inArray(scores.id, [...ids]));

/** Facts with what was said of them put together. Decisions are in order of time. */
export function judge(
  facts: readonly { score: ScoreFact; doubts: Doubt[] | null; recordBefore: number | null }[],
  said: readonly DecisionRow[],
): JudgedScore[] {
  const byScore = grouped(said, (decision) => decision.scoreId);
  return facts.map(({ score, doubts, recordBefore }) => {
    const history = byScore.get(score.id) ?? [];
    const decision = decisionInForce(history);
    const { standing, counts, faults } = standingOf(score.value, (doubts ?? []).length > 0, decision);
    const result = resultOf({ ...score, value: counts, faults: faults ?? score.faults }, score.dose);
    return { score, doubts: doubts ?? [], recordBefore, history, decision, standing, counts, result };
  });
}
