import { and, desc, eq, isNotNull, sql } from 'drizzle-orm';
import type { BenchSettings, ReviewQueue, WaitingPage } from '../../contract/review.ts';
import {
  compareWaiting,
  type DoubtResult,
  doubtResult,
  type Habits,
  habitsOf,
  placeOf,
  reviewKind,
  standsAfter,
  type Waiting,
} from '../../core/scores/index.ts';
import type { Actor } from '../accounts/actor.ts';
import { mayFilmAmong } from '../consent/consent.ts';
import type { Context } from '../context.ts';
import type { Db } from '../platform/db/connection.ts';
import { prepared, rowsAsJson } from '../platform/db/prepared.ts';
import { benchSettings, clips, decisions, scoreFigures, scoreReadings } from '../platform/db/schema.ts';
import { allow, asPerson } from '../policy.ts';
import { judgedByIds } from '../scores/facts.ts';
import { membersOf, squadById } from '../squads/squads.ts';
import { clipAsks, reviewItemsOf } from './items.ts';
import { doubtRulesToSet } from './rules.ts';

const DECIDED_SHOWN = 40;
/** Newest decisions from which a coach's pace is learned. */
const DECISIONS_READ = 200;

/** Seconds that a coach takes for what waits, learned from the own decisions; waves are not looks. */
export function habitsOfCoach(db: Db, coachId: string): Habits {
  const filmed = sql<number>`exists (select 1 from ${clips} c where c.score_id = ${decisions.scoreId} and c.state in ('kept', 'deleted'))`;
  const rows = db
    .select({ seconds: decisions.tookSeconds, doubts: scoreReadings.doubts, filmed })
    .from(decisions)
    .leftJoin(scoreReadings, eq(scoreReadings.scoreId, decisions.scoreId))
    .where(and(eq(decisions.coachId, coachId), isNotNull(decisions.tookSeconds)))
    .orderBy(desc(decisions.at))
    .limit(DECISIONS_READ)
    .all();
  return habitsOf(rows.map((row) => ({ kind: reviewKind(doubtResult(row.doubts ?? []), Boolean(row.filmed)), seconds: row.seconds ?? 0 })));
}

/** A coach's own keys and tapping delay; nothing set yet is the usual. */
export function settingsOf(db: Db, coachId: string): BenchSettings {
  const row = db.select().from(benchSettings).where(eq(benchSettings.coachId, coachId)).get();
  return { keys: row?.keys ?? {}, delay: row?.delay ?? null };
}

/** Keeps a coach's own keys and tapping delay. */
export function setUpBench(context: Context, actor: Actor, input: BenchSettings): BenchSettings {
  const { db } = context;
  allow(db, actor, 'set up my bench');
  const { keys, delay } = input;
  db.insert(benchSettings)
    .values({ coachId: asPerson(actor).userId, keys, delay })
    .onConflictDoUpdate({ target: benchSettings.coachId, set: { keys, delay } })
    .run();
  return { keys, delay };
}

/** Waiting scores in one answer: a season's undecided ones would hold everybody else up. */
const WAITING_AT_ONCE = 60;

/** What waits in a squad, in the queue's order, with no more of each than decides its place. */
function waitingInOrder(db: Db, squadId: string): Waiting[] {
  const here = membersOf(db, squadId).map((member) => member.id);
  const may = mayFilmAmong(db, here);
  const wanted = new Set(clipAsks(db, squadId).flatMap((ask) => ask.clipId ?? []));
  const players = new Set(here);
  return lightWaiting(db)(squadId)
    .map((row) => row as [string, string, number, DoubtResult, string | null])
    .filter(([, player]) => players.has(player))
    .map(([scoreId, player, doneAt, result, clipId]) => {
      const clip = clipId !== null && may.has(player) ? { id: clipId } : null;
      return { scoreId, doneAt, result, clip, clipWanted: clip !== null && wanted.has(clip.id) };
    })
    .sort(compareWaiting);
}

const lightWaiting = prepared((db) =>
  rowsAsJson(
    db,
    [
      'score_id',
      'player_id',
      'done_at',
      'doubt',
      "(select c.id from clips c where c.score_id = f.score_id and c.player_id = f.player_id and c.state = 'kept')",
    ],
    'score_figures f where squad_id = ? and decided = 0',
  ),
);

/** The first of some waiting scores, and the place from which to read on. */
function firstOf(inOrder: readonly Waiting[]): { ids: string[]; more: string | null } {
  const here = inOrder.slice(0, WAITING_AT_ONCE);
  const last = here.at(-1);
  return { ids: here.map((one) => one.scoreId), more: last && inOrder.length > here.length ? placeOf(last) : null };
}

/** What waits after a place of the queue. */
export function waitingAfter(context: Context, actor: Actor, input: { squad: string; after: string }): WaitingPage {
  const { db } = context;
  allow(db, actor, 'see the review queue', input);
  const { ids, more } = firstOf(waitingInOrder(db, input.squad).filter((one) => standsAfter(one, input.after)));
  return { waiting: reviewItemsOf(db, input.squad, judgedByIds(db, ids)).sort(compareWaiting), more };
}

/** Scores on which a decision stands, newest decision first. */
const latestDecided = (db: Db, squadId: string): string[] =>
  db
    .select({ id: scoreFigures.scoreId })
    .from(scoreFigures)
    .where(and(eq(scoreFigures.squadId, squadId), isNotNull(scoreFigures.decidedAt)))
    .orderBy(desc(scoreFigures.decidedAt))
    .limit(DECIDED_SHOWN)
    .all()
    .map((row) => row.id);

/** What waits for the coach, doubted first, and the latest decided ones; of a long queue the first, and where to read on. */
export function reviewQueue(context: Context, actor: Actor, input: { squad: string }): ReviewQueue {
  const { db } = context;
  allow(db, actor, 'see the review queue', input);
  const squad = squadById(db, input.squad);
  const { userId } = asPerson(actor);
  const inOrder = waitingInOrder(db, squad.id);
  const { ids, more } = firstOf(inOrder);
  const here = new Set(ids);
  // What waits and what was decided share most of what they are shown with, so they are read as one.
  const items = reviewItemsOf(db, squad.id, judgedByIds(db, [...ids, ...latestDecided(db, squad.id).filter((id) => !here.has(id))]));
  const waiting = items.filter((item) => here.has(item.scoreId)).sort(compareWaiting);
  const decided = items
    .filter((item) => !here.has(item.scoreId) && item.standing !== 'clear' && item.standing !== 'waiting for the coach')
    .sort((a, b) => (b.history.at(-1)?.at ?? 0) - (a.history.at(-1)?.at ?? 0));
  return {
    squad: { id: squad.id, name: squad.name, timeZone: squad.timeZone },
    coachId: userId,
    waiting,
    more,
    waitingInAll: inOrder.length,
    decided,
    habits: habitsOfCoach(db, userId),
    rules: doubtRulesToSet(db, squad.id),
    mayChange: actor.kind === 'coach' && actor.heads.includes(squad.id),
    bench: settingsOf(db, userId),
  };
}
