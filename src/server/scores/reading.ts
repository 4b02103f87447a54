import { and, asc, eq, gte, ne, type SQL, sql } from 'drizzle-orm';
import { conesAt } from '../../core/drills/cones.ts';
import type { Drill } from '../../core/drills/index.ts';
import { courseMetresOf } from '../../core/layouts/fit.ts';
import { type ClearedDoubt, DOUBT_RULES, type Doubt, type DoubtRules, standingFacts, weighDoubts } from '../../core/scores/index.ts';
import { shelfOf } from '../drills/shelf.ts';
import type { Db } from '../platform/db/connection.ts';
import { prepared } from '../platform/db/prepared.ts';
import { players, reviewFacts, scoreFigures, scoreReadings, scores, squads } from '../platform/db/schema.ts';
import { contentOf } from '../weeks/contents.ts';
import type { ScoreFact } from './facts.ts';
import { bestOf, type ResultUnderKey, refreshFigure, resultsUnderKey, soonerOf, waitingIn } from './figures.ts';
import { isProven } from './proof.ts';
import { firstWordOf } from './words.ts';
import { keptClip, recountedOf } from './work.ts';

/** Readings of an older version are read anew at the start. */
export const READING_VERSION = 2;

/** A score on which no decision stands. */
const undecided = (): SQL => sql`exists (select 1 from ${scoreFigures} f where f.score_id = ${scores.id} and f.decided = 0)`;

const of = { player: sql.placeholder('player'), key: sql.placeholder('key'), at: sql.placeholder('at'), id: sql.placeholder('id') };
const sameKey = and(eq(scores.playerId, of.player), eq(scores.recordKey, of.key));
/** The drill as it was in the revision that a score was done on; one that took a place at home is read from the shelf. */
export function drillOfScore(db: Db, score: Pick<ScoreFact, 'revisionId' | 'drillId' | 'squadId'>): Drill {
  const drill = contentOf(db, score.revisionId).drills[score.drillId] ?? shelfOf(db, score.squadId).get(score.drillId);
  if (!drill) throw new Error(`Revision ${score.revisionId} has lost its drill ${score.drillId}.`);
  return drill;
}

/** A doubt that was cleared under one player and record key, with the words that were given. */
export interface Clearing extends ClearedDoubt {
  factId: string;
  why: string;
  coachId: string;
  at: number;
}

const factsUnderKey = prepared((db) =>
  db
    .select({ fact: reviewFacts })
    .from(reviewFacts)
    .innerJoin(scores, eq(scores.id, reviewFacts.scoreId))
    .where(sameKey)
    .orderBy(asc(reviewFacts.at))
    .prepare(),
);

/** Clearings that nobody took back, under a score's player and record key; newest last. */
function clearingsFor(db: Db, score: Pick<ScoreFact, 'playerId' | 'recordKey'>): Clearing[] {
  const facts = factsUnderKey(db).all({ player: score.playerId, key: score.recordKey });
  return standingFacts(facts.map((row) => row.fact)).flatMap(({ id, said, scoreId, coachId, at }) =>
    said.kind === 'doubt cleared' ? [{ factId: id, scoreId, coachId, at, reason: said.reason, figure: said.figure, why: said.why }] : [],
  );
}

const squadRulesOf = prepared((db) => db.select({ rules: squads.doubtRules }).from(squads).where(eq(squads.id, of.id)).prepare());

/** The figures of a squad's doubt rules. */
export function doubtRulesOf(db: Db, squadId: string): DoubtRules {
  return { ...DOUBT_RULES, ...squadRulesOf(db).get({ id: squadId })?.rules };
}

const homeById = prepared((db) => db.select({ home: players.home }).from(players).where(eq(players.id, of.player)).prepare());

/** Metres of a course as it lies at the player's home; null for a drill without cones. */
export function metresAtHome(db: Db, score: Pick<ScoreFact, 'playerId'>, drill: Drill): number | null {
  const home = homeById(db).get({ player: score.playerId })?.home ?? null;
  return drill.layout && courseMetresOf(drill.layout, home?.yard ?? null, home?.step ?? null, conesAt(home));
}

export interface Reading {
  /** Doubts that stand, and those that an earlier clearing answers. */
  doubts: Doubt[];
  answered: Doubt[];
  recordBefore: number | null;
  clearings: Clearing[];
}

/** What a score looks like beside everything known now. */
export function readScore(
  db: Db,
  score: ScoreFact,
  drill: Drill = drillOfScore(db, score),
  under: readonly ResultUnderKey[] = resultsUnderKey(db, score),
): Reading {
  const earlier = soonerOf(under, score);
  const recordBefore = bestOf(earlier, score.measure);
  const clearings = clearingsFor(db, score);
  const clip = keptClip(db, score);
  const weighed = weighDoubts(
    {
      claim: score,
      clocked: isProven(db, score),
      drill,
      dose: score.dose,
      earlier: earlier.map((one) => one.result),
      clipSeconds: clip?.seconds ?? null,
      recounted: recountedOf(db, score),
      courseMetres: score.measure === 'course time' ? metresAtHome(db, score, drill) : null,
      first: firstWordOf(db, score.id),
      cleared: clearings,
      scoreId: score.id,
    },
    doubtRulesOf(db, score.squadId),
  );
  return { ...weighed, recordBefore, clearings };
}

const putReading = prepared((db) =>
  db
    .insert(scoreReadings)
    .values({ scoreId: of.id, doubts: sql.placeholder('doubts'), recordBefore: sql.placeholder('record'), version: READING_VERSION })
    .onConflictDoUpdate({
      target: scoreReadings.scoreId,
      set: { doubts: sql`excluded.doubts`, recordBefore: sql`excluded.record_before`, version: READING_VERSION },
    })
    .prepare(),
);

/** Reads a score anew beside what is known now (its doubts, the record before it), keeps that, and settles what follows. */
export function refreshReading(db: Db, score: ScoreFact, drill?: Drill, stretchGiven?: boolean): Reading {
  const under = resultsUnderKey(db, score);
  const reading = readScore(db, score, drill, under);
  putReading(db).run({ id: score.id, doubts: reading.doubts, record: reading.recordBefore });
  refreshFigure(db, score, reading.doubts, stretchGiven, under);
  return reading;
}

/** Reads anew, oldest first, what waits under a condition: what is known of one score is the ground for the next. */
function refreshWaiting(db: Db, where: SQL | undefined): void {
  const waiting = db.select().from(scores).where(and(where, undecided())).orderBy(asc(scores.doneAt), asc(scores.id)).all();
  for (const score of waiting) refreshReading(db, score);
}

const waitingLater = prepared((db) =>
  db
    .select()
    .from(scores)
    .where(and(sameKey, ne(scores.id, of.id), gte(scores.doneAt, of.at), undecided()))
    .orderBy(asc(scores.doneAt), asc(scores.id))
    .prepare(),
);

/** Reads anew what waits in a squad, oldest first. */
export const refreshWaitingIn = (db: Db, squadId: string): void => refreshWaiting(db, sql`${scores.id} in ${waitingIn(squadId)}`);

/** Reads anew what waits after a score of the same player and record key, once something about that score has changed. */
export function refreshLater(db: Db, score: Pick<ScoreFact, 'id' | 'playerId' | 'recordKey' | 'doneAt'>): void {
  const later = waitingLater(db).all({ player: score.playerId, key: score.recordKey, id: score.id, at: score.doneAt });
  for (const one of later) refreshReading(db, one);
}

/** Reads a score anew once something is known of it that may change whether it counts, and then what waits after it. */
export function readAnew(db: Db, score: ScoreFact): void {
  refreshReading(db, score);
  refreshLater(db, score);
}

/** Brings readings that an older program wrote up to date; what is decided is left as it was seen. */
export function refreshOldReadings(db: Db): void {
  const old = sql`exists (select 1 from ${scoreReadings} r where r.score_id = ${scores.id} and r.version < ${READING_VERSION})`;
  refreshWaiting(db, old);
}
