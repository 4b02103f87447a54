import type Database from 'better-sqlite3';
import { and, asc, eq, isNull, sql } from 'drizzle-orm';
import { BETTER } from '../../core/drills/index.ts';
import { beats, GOES_FOR_NEXT, type TimedResult } from '../../core/progress/index.ts';
import { bandedResult, type Doubt, decisionInForce, doubtResult, isOfTheNumber, resultOf, standingOf } from '../../core/scores/index.ts';
import { type Own, stretchNumber } from '../../core/targets/index.ts';
import type { PublishedWeek } from '../../core/weeks/index.ts';
import type { Db } from '../platform/db/connection.ts';
import { prepared, rowsAsJson } from '../platform/db/prepared.ts';
import { clips, decisions, reviewFacts, scoreFigures, scoreReadings, scores, spokenLines, weekRevisions } from '../platform/db/schema.ts';
import { isProven } from './proof.ts';
import { recountedOf } from './work.ts';

/* Figures follow from the facts of one score; a new fact settles that score's line anew, and never a season. */

export type FigureRow = typeof scoreFigures.$inferSelect;
type ScoreFact = typeof scores.$inferSelect;

const of = {
  id: sql.placeholder('id'),
};

/** A result under a record key, as much of it as the next ones are judged by. */
export interface ResultUnderKey {
  scoreId: string;
  /** Null where nothing counts. */
  result: number | null;
  doneAt: number;
  bestBefore: number | null;
}

const underKey = prepared((db) =>
  rowsAsJson(
    db,
    ['score_id', 'result', 'done_at', 'best_before'],
    '(select * from score_figures where player_id = ? and record_key = ? order by done_at, score_id)',
  ),
);

/** Everything that a player did under a record key, oldest first; of goes of one instant the ids decide. */
export const resultsUnderKey = (db: Db, { playerId, recordKey }: OfKey): ResultUnderKey[] =>
  (underKey(db)(playerId, recordKey) as [string, number | null, number, number | null][]).map(([scoreId, result, doneAt, bestBefore]) => ({
    scoreId,
    result,
    doneAt,
    bestBefore,
  }));

export type OfKey = Pick<ScoreFact, 'playerId' | 'recordKey'>;

/** Results that counted before a score, oldest first, among all under its record key. */
export function soonerOf(rows: readonly ResultUnderKey[], score: Pick<ScoreFact, 'id' | 'doneAt'>): TimedResult[] {
  return rows.flatMap((one) => {
    const sooner = one.doneAt < score.doneAt || (one.doneAt === score.doneAt && one.scoreId < score.id);
    return sooner && one.result !== null ? [{ result: one.result, doneAt: one.doneAt }] : [];
  });
}

/** The best of some results in a measure's own direction; null for none. */
export function bestOf(results: readonly { result: number }[], measure: ScoreFact['measure']): number | null {
  if (results.length === 0) return null;
  const numbers = results.map((one) => one.result);
  return BETTER[measure] === 'more' ? Math.max(...numbers) : Math.min(...numbers);
}

const figureOf = prepared((db) => db.select().from(scoreFigures).where(eq(scoreFigures.scoreId, of.id)).prepare());
const decisionsOf = prepared((db) => db.select().from(decisions).where(eq(decisions.scoreId, of.id)).orderBy(asc(decisions.at)).prepare());
const clipsOf = prepared((db) => db.select({ id: clips.id }).from(clips).where(eq(clips.scoreId, of.id)).limit(1).prepare());
const factsOf = prepared((db) =>
  db.select({ id: reviewFacts.id }).from(reviewFacts).where(eq(reviewFacts.scoreId, of.id)).limit(1).prepare(),
);
const spokenOf = prepared((db) =>
  db
    .select({ id: spokenLines.id })
    .from(spokenLines)
    .where(and(eq(spokenLines.scoreId, of.id), isNull(spokenLines.deletedAt)))
    .limit(1)
    .prepare(),
);

/** Names of the table's columns by the names they have here. */
const COLUMNS: Record<keyof FigureRow, string> = {
  scoreId: 'score_id',
  playerId: 'player_id',
  squadId: 'squad_id',
  weekId: 'week_id',
  sessionId: 'session_id',
  itemId: 'item_id',
  drillId: 'drill_id',
  recordKey: 'record_key',
  measure: 'measure',
  foot: 'foot',
  doneAt: 'done_at',
  day: 'day',
  clocked: 'clocked',
  byClip: 'by_clip',
  standing: 'standing',
  decided: 'decided',
  decidedAt: 'decided_at',
  hasWords: 'has_words',
  doubt: 'doubt',
  counts: 'counts',
  result: 'result',
  seconds: 'seconds',
  faults: 'faults',
  bestBefore: 'best_before',
  stretch: 'stretch',
  stretchGiven: 'stretch_given',
  banded: 'banded',
  judged: 'judged',
  numberDoubted: 'number_doubted',
  recounted: 'recounted',
  filmed: 'filmed',
};

const putFigure = prepared((db) => {
  const values = Object.fromEntries(Object.keys(COLUMNS).map((name) => [name, sql.placeholder(name)]));
  const set = Object.fromEntries(Object.entries(COLUMNS).map(([name, column]) => [name, sql.raw(`excluded.${column}`)]));
  return db
    .insert(scoreFigures)
    .values(values as unknown as FigureRow)
    .onConflictDoUpdate({ target: scoreFigures.scoreId, set })
    .prepare();
});

export const insertFigure = (db: Db, figure: FigureRow): void => void putFigure(db).run(figure);

const setBest = prepared((db) =>
  db
    .update(scoreFigures)
    .set({ bestBefore: sql.placeholder('best') as unknown as number })
    .where(eq(scoreFigures.scoreId, of.id))
    .prepare(),
);

/** Brings "best before" of one player's record key up to date, after a result in the middle of it came, went or changed. */
export function refreshBests(db: Db, { playerId, recordKey, measure }: OfKey & Pick<ScoreFact, 'measure'>): void {
  let best: number | null = null;
  for (const one of resultsUnderKey(db, { playerId, recordKey })) {
    if (one.bestBefore !== best) setBest(db).run({ best, id: one.scoreId });
    if (one.result !== null && (best === null || beats(one.result, best, BETTER[measure]))) best = one.result;
  }
}

/** The stretch number of a go: what the player saw where one was given, else what it would have been. */
const stretchSeen = (score: ScoreFact, given: boolean, own: Own) =>
  given && score.saw !== null ? score.saw : stretchNumber(own, score.measure);

/**
 * Settles where a score stands and what it comes to, from everything that is known of it.
 * @param doubts those that stand
 * @param stretchGiven whether its number was a stretch number when it was done; left out once it is settled for the first time
 * @param under everything under its record key, where it was read already
 */
export function refreshFigure(
  db: Db,
  score: ScoreFact,
  doubts: readonly Doubt[],
  stretchGiven = false,
  under: readonly ResultUnderKey[] = resultsUnderKey(db, score),
): FigureRow {
  const had = figureOf(db).get({ id: score.id });
  const decision = decisionInForce(decisionsOf(db).all({ id: score.id }));
  const { standing, counts, faults } = standingOf(score.value, doubts.length > 0, decision);
  const result = resultOf({ ...score, value: counts, faults: faults ?? score.faults }, score.dose);
  const earlier = soonerOf(under, score);
  const record = bestOf(earlier, score.measure);
  const has = (rows: { id: string } | undefined) => rows !== undefined;
  const words =
    decision !== null &&
    (decision.verdict !== 'counted' ||
      decision.line !== null ||
      decision.cues.length > 0 ||
      has(factsOf(db).get({ id: score.id })) ||
      has(spokenOf(db).get({ id: score.id })));
  const isFilmed = has(clipsOf(db).get({ id: score.id }));
  const figure: FigureRow = {
    scoreId: score.id,
    playerId: score.playerId,
    squadId: score.squadId,
    weekId: score.weekId,
    sessionId: score.sessionId,
    itemId: score.itemId,
    drillId: score.drillId,
    recordKey: score.recordKey,
    measure: score.measure,
    foot: score.foot,
    doneAt: score.doneAt,
    day: score.day,
    clocked: isProven(db, score),
    byClip: decision !== null && isFilmed,
    standing,
    decided: decision !== null,
    decidedAt: decision?.at ?? null,
    hasWords: words,
    doubt: doubtResult(doubts),
    counts,
    result,
    seconds: score.seconds,
    faults: faults ?? score.faults,
    bestBefore: record,
    // What was given stays as it was given: the number that the player saw.
    stretch: had ? had.stretch : stretchSeen(score, stretchGiven, { record, recent: earlier.slice(-GOES_FOR_NEXT), at: score.doneAt }),
    stretchGiven: had ? had.stretchGiven : stretchGiven,
    banded: bandedResult(
      { ...score, value: counts, faults: faults ?? score.faults, parts: counts === score.value ? score.parts : null },
      score.dose,
    ),
    judged: standing === 'waiting for the coach' ? resultOf(score, score.dose) : result,
    numberDoubted: decision?.verdict !== 'counted' && doubts.some((doubt) => isOfTheNumber(doubt, earlier.length)),
    recounted: recountedOf(db, score),
    filmed: isFilmed,
  };
  insertFigure(db, figure);
  const newest = under.at(-1);
  const hasLater = newest && (newest.doneAt > score.doneAt || (newest.doneAt === score.doneAt && newest.scoreId > score.id));
  if (hasLater && had?.result !== result) refreshBests(db, score);
  return figure;
}

const scoreById = prepared((db) => db.select().from(scores).where(eq(scores.id, of.id)).prepare());
const doubtsOf = prepared((db) =>
  db.select({ doubts: scoreReadings.doubts }).from(scoreReadings).where(eq(scoreReadings.scoreId, of.id)).prepare(),
);

/** Settles a score with the doubts of its last reading. */
export function refreshFigureOf(db: Db, scoreId: string): void {
  const score = scoreById(db).get({ id: scoreId });
  if (score) refreshFigure(db, score, doubtsOf(db).get({ id: scoreId })?.doubts ?? []);
}

/** A figure as lists of a season need it; what only one score's page asks for stays in the table. */
export type Figure = Pick<
  FigureRow,
  | 'scoreId'
  | 'playerId'
  | 'weekId'
  | 'drillId'
  | 'recordKey'
  | 'measure'
  | 'foot'
  | 'doneAt'
  | 'day'
  | 'clocked'
  | 'byClip'
  | 'standing'
  | 'doubt'
  | 'counts'
  | 'result'
  | 'seconds'
  | 'faults'
  | 'bestBefore'
  | 'banded'
>;

interface FiguresUnderKey {
  playerId: string;
  recordKey: string;
  drillId: string;
  measure: FigureRow['measure'];
  foot: FigureRow['foot'];
  list: string;
}

const figureQueries = prepared(() => new Map<string, Database.Statement>());

function figureQuery(db: Db, where: string): Database.Statement {
  const made = figureQueries(db);
  const query =
    made.get(where) ??
    db.$client.prepare(`select player_id as playerId, record_key as recordKey, drill_id as drillId, measure, foot,
      json_group_array(json_array(score_id, week_id, done_at, day, clocked, by_clip, standing, doubt, counts, result, seconds, faults, best_before, banded)) as list
      from score_figures where ${where} group by player_id, record_key`);
  made.set(where, query);
  return query;
}

const byTime = (a: Figure, b: Figure) => a.doneAt - b.doneAt || (a.scoreId < b.scoreId ? -1 : 1);

/**
 * Thousands of figures at once, oldest first. They come out of SQLite as one JSON text for each player and key: making each value an object
 * of its own takes several times as long as making and reading those texts.
 * @param where a condition in SQL on the table's own columns; `?` stand for the parameters
 */
export function readFigures(db: Db, where: string, ...parameters: string[]): Figure[] {
  const figures: Figure[] = [];
  for (const { list, ...key } of figureQuery(db, where).all(...parameters) as FiguresUnderKey[]) {
    const { playerId, recordKey, drillId, measure, foot } = key;
    // Written out, so that all figures have one shape: made name by name they would take three times as long.
    for (const row of JSON.parse(list) as unknown[][]) {
      figures.push({
        scoreId: row[0],
        playerId,
        weekId: row[1],
        drillId,
        recordKey,
        measure,
        foot,
        doneAt: row[2],
        day: row[3],
        clocked: row[4] === 1,
        byClip: row[5] === 1,
        standing: row[6],
        doubt: row[7],
        counts: row[8],
        result: row[9],
        seconds: row[10],
        faults: row[11],
        bestBefore: row[12],
        banded: row[13],
      } as Figure);
    }
  }
  return figures.sort(byTime);
}

/** Everything a player did in a squad, oldest first. */
export const figuresOf = (db: Db, squadId: string, playerId: string): Figure[] =>
  readFigures(db, 'player_id = ? and squad_id = ?', playerId, squadId);

/** Everything that was done in some weeks, oldest first. */
export const figuresOfWeeks = (db: Db, weekIds: readonly string[]): Figure[] =>
  readFigures(db, 'week_id in (select value from json_each(?))', JSON.stringify(weekIds));

/** Ids of a squad's scores that no decision stands on: for `in` of a condition. */
export const waitingIn = (squadId: string) => sql`(select f.score_id from score_figures f where f.squad_id = ${squadId} and f.decided = 0)`;

/** Ids of a player's scores whose answers there is something to read in, newest decision first. */
export function scoresWithWords(db: Db, playerId: string, most: number): string[] {
  return db
    .select({ id: scoreFigures.scoreId })
    .from(scoreFigures)
    .where(and(eq(scoreFigures.playerId, playerId), eq(scoreFigures.hasWords, true)))
    .orderBy(sql`${scoreFigures.decidedAt} desc`)
    .limit(most)
    .all()
    .map((row) => row.id);
}

/**
 * Makes the figures of scores that have none yet, oldest first: what an older program kept.
 * @param all makes every one anew; the stretch number that a player was given stays
 */
export function fillFigures(db: Db, all = false): void {
  const missing = db
    .select({ score: scores, doubts: scoreReadings.doubts })
    .from(scores)
    .leftJoin(scoreReadings, eq(scoreReadings.scoreId, scores.id))
    .leftJoin(scoreFigures, eq(scoreFigures.scoreId, scores.id))
    .where(all ? undefined : isNull(scoreFigures.scoreId))
    .orderBy(asc(scores.doneAt), asc(scores.id))
    .all();
  const contents = new Map<string, PublishedWeek>();
  const ruleOf = (score: ScoreFact) => {
    const had = contents.get(score.revisionId);
    const content =
      had ?? db.select({ content: weekRevisions.content }).from(weekRevisions).where(eq(weekRevisions.id, score.revisionId)).get()?.content;
    if (!content) return null;
    contents.set(score.revisionId, content);
    return content.sessions.flatMap((s) => s.blocks.flatMap((b) => b.items)).find((item) => item.id === score.itemId)?.target.rule;
  };
  db.transaction(() => {
    for (const { score, doubts } of missing) refreshFigure(db, score, doubts ?? [], ruleOf(score) === 'stretch');
  });
}
