import { asc, eq, type SQL } from 'drizzle-orm';
import { grouped } from '../../core/grouped.ts';
import { type Doubt, decisionInForce, resultOf, type Standing, standingOf } from '../../core/scores/index.ts';
import type { Db } from '../platform/db/connection.ts';
import { prepared, rowsAsJson } from '../platform/db/prepared.ts';
import { decisions, scoreReadings, scores } from '../platform/db/schema.ts';

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

const SCORE_COLUMNS: Record<keyof ScoreFact, string> = {
  id: 'id',
  goId: 'go_id',
  playerId: 'player_id',
  squadId: 'squad_id',
  weekId: 'week_id',
  revisionId: 'revision_id',
  sessionId: 'session_id',
  itemId: 'item_id',
  round: 'round',
  foot: 'foot',
  drillId: 'drill_id',
  drillVersion: 'drill_version',
  recordKey: 'record_key',
  measure: 'measure',
  dose: 'json(dose)',
  value: 'value',
  faults: 'faults',
  seconds: 'seconds',
  clocked: 'clocked',
  parts: 'json(parts)',
  saw: 'saw',
  runId: 'run_id',
  doneAt: 'done_at',
  receivedAt: 'received_at',
  day: 'day',
};
const DECISION_COLUMNS: Record<keyof DecisionRow, string> = {
  id: 'id',
  scoreId: 'score_id',
  coachId: 'coach_id',
  verdict: 'verdict',
  undoes: 'undoes',
  value: 'value',
  reason: 'reason',
  line: 'line',
  written: 'written',
  also: 'json(also)',
  cues: 'json(cues)',
  faults: 'faults',
  marks: 'json(marks)',
  waveId: 'wave_id',
  tookSeconds: 'took_seconds',
  at: 'at',
};

const AMONG = 'in (select value from json_each(?))';
const byIds = prepared((db) => ({
  scores: rowsAsJson(
    db,
    [...Object.values(SCORE_COLUMNS), 'json(doubts)', 'record_before'],
    `(select s.*, r.doubts, r.record_before from scores s left join score_readings r on r.score_id = s.id where s.id ${AMONG} order by s.done_at, s.id)`,
  ),
  decisions: rowsAsJson(db, Object.values(DECISION_COLUMNS), `(select * from decisions where score_id ${AMONG} order by at)`),
}));

/** A list of columns as an object with their names. */
const named = (names: readonly string[], values: readonly unknown[]): Record<string, unknown> =>
  Object.fromEntries(names.map((name, i) => [name, values[i]]));

const SCORE_NAMES = Object.keys(SCORE_COLUMNS);
const DECISION_NAMES = Object.keys(DECISION_COLUMNS);

/** Some scores by their ids, oldest first. Read without the query builder: hundreds are read for one page. */
export function judgedByIds(db: Db, ids: readonly string[]): JudgedScore[] {
  if (ids.length === 0) return [];
  const wanted = JSON.stringify(ids);
  const { scores: facts, decisions: said } = byIds(db);
  return judge(
    facts(wanted).map((row) => {
      const score = named(SCORE_NAMES, row) as unknown as ScoreFact;
      // SQLite has 0 and 1 for no and yes.
      score.clocked = Boolean(score.clocked);
      return { score, doubts: row.at(-2) as Doubt[] | null, recordBefore: row.at(-1) as number | null };
    }),
    said(wanted).map((row) => named(DECISION_NAMES, row) as unknown as DecisionRow),
  );
}

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
