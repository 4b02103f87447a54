import { and, desc, eq, inArray, type SQL, sql } from 'drizzle-orm';
import type { Decide, ReviewItem, ReviewQueue } from '../../contract/review.ts';
import { compareWaiting, doseInWords, doubtResult } from '../../core/counts/index.ts';
import type { Drill } from '../../core/drills/index.ts';
import type { PublishedWeek } from '../../core/weeks/index.ts';
import type { Actor } from '../auth/actor.ts';
import { mayFilm } from '../clips/consent.ts';
import type { Db } from '../db/connection.ts';
import { clips, decisions, scores, user, weekRevisions, weeks } from '../db/schema.ts';
import { shelfOf } from '../drills/shelf.ts';
import { type JudgedScore, judgedScores } from '../go/facts.ts';
import type { Context } from '../house.ts';
import { allow, asPerson } from '../policy.ts';
import { notFound, Problem } from '../problems.ts';
import { membersOf, squadById } from '../squad/squads.ts';

const DECIDED_SHOWN = 40;

/** A score on which no decision stands. */
export const undecided = (): SQL => sql`not exists (
  select 1 from ${decisions} d where d.score_id = ${scores.id} and d.verdict <> 'undo'
  and not exists (select 1 from ${decisions} u where u.undoes = d.id))`;

/** What a list of scores is shown with, looked up once for all of them. */
function lookups(db: Db, squadId: string, judged: readonly JudgedScore[]) {
  const revisionIds = [...new Set(judged.map((one) => one.score.revisionId))];
  const scoreIds = judged.map((one) => one.score.id);
  const revisions = new Map(
    db
      .select({ id: weekRevisions.id, content: weekRevisions.content, number: weeks.number })
      .from(weekRevisions)
      .innerJoin(weeks, eq(weeks.id, weekRevisions.weekId))
      .where(inArray(weekRevisions.id, revisionIds))
      .all()
      .map((row) => [row.id, row]),
  );
  const nicknames = new Map(membersOf(db, squadId).map((member) => [member.id, member.nickname]));
  const coaches = new Map(
    db
      .select({ id: user.id, name: user.name })
      .from(user)
      .where(eq(user.kind, 'coach'))
      .all()
      .map((row) => [row.id, row.name]),
  );
  const kept = db
    .select()
    .from(clips)
    .where(and(inArray(clips.scoreId, scoreIds), eq(clips.state, 'kept')))
    .all();
  const allowed = new Map([...new Set(kept.map((clip) => clip.playerId))].map((id) => [id, mayFilm(db, id)]));
  const clipOf = new Map(kept.filter((clip) => allowed.get(clip.playerId)).map((clip) => [`${clip.scoreId}|${clip.playerId}`, clip]));
  return { revisions, nicknames, coaches, clipOf };
}

const chipsOf = (drill: Drill) => [...drill.cues, ...drill.faults.map((fault) => fault.mend)];

const sessionName = (content: PublishedWeek, id: string) => content.sessions.find((session) => session.id === id)?.name ?? '';

/** Judged scores as the review bench shows them. */
function itemsOf(db: Db, squadId: string, judged: readonly JudgedScore[]): ReviewItem[] {
  if (judged.length === 0) return [];
  const { revisions, nicknames, coaches, clipOf } = lookups(db, squadId, judged);
  const shelf = shelfOf(db, squadId);
  return judged.flatMap(({ score, doubts, recordBefore, history, standing }) => {
    const revision = revisions.get(score.revisionId);
    const drill = revision?.content.drills[score.drillId] ?? shelf.get(score.drillId);
    const nickname = nicknames.get(score.playerId);
    if (!revision || !drill || !nickname) return [];
    const clip = clipOf.get(`${score.id}|${score.playerId}`);
    return [
      {
        scoreId: score.id,
        goId: score.goId,
        player: { id: score.playerId, nickname },
        drill: {
          id: drill.id,
          name: drill.name,
          unit: drill.counting.unit,
          counts: drill.counting.counts,
          doesNotCount: drill.counting.doesNotCount,
          chips: chipsOf(drill),
        },
        sessionName: sessionName(revision.content, score.sessionId),
        weekNumber: revision.number,
        measure: score.measure,
        dose: score.dose,
        doseWords: doseInWords(score.dose),
        foot: score.foot,
        value: score.value,
        faults: score.faults,
        seconds: score.seconds,
        clocked: score.clocked,
        doneAt: score.doneAt,
        receivedAt: score.receivedAt,
        recordBefore,
        doubts,
        result: doubtResult(doubts),
        clip: clip ? { id: clip.id, seconds: clip.seconds ?? 0, workAt: clip.workAt } : null,
        standing,
        history: history.map(({ scoreId: _, coachId, ...fact }) => ({ ...fact, coach: coaches.get(coachId) ?? 'a coach' })),
      },
    ];
  });
}

/** What waits for the coach, doubted first, and the latest decided ones. */
export function reviewQueue(context: Context, actor: Actor, input: { squad: string }): ReviewQueue {
  const { db } = context;
  allow(db, actor, 'see the review queue', input);
  const squad = squadById(db, input.squad);
  const waiting = itemsOf(db, squad.id, judgedScores(db, and(eq(scores.squadId, squad.id), undecided())));
  waiting.sort((a, b) =>
    compareWaiting(
      { result: a.result, hasClip: a.clip !== null, doneAt: a.doneAt },
      { result: b.result, hasClip: b.clip !== null, doneAt: b.doneAt },
    ),
  );
  const latest = db
    .selectDistinct({ id: decisions.scoreId, at: decisions.at })
    .from(decisions)
    .innerJoin(scores, eq(scores.id, decisions.scoreId))
    .where(eq(scores.squadId, squad.id))
    .orderBy(desc(decisions.at))
    .limit(DECIDED_SHOWN)
    .all();
  const decidedIds = [...new Set(latest.map((row) => row.id))];
  const decided = itemsOf(db, squad.id, judgedScores(db, inArray(scores.id, decidedIds)))
    .filter((item) => item.standing !== 'clear' && item.standing !== 'waiting for the coach')
    .sort((a, b) => (b.history.at(-1)?.at ?? 0) - (a.history.at(-1)?.at ?? 0));
  return { squad: { id: squad.id, name: squad.name, timeZone: squad.timeZone }, waiting, decided };
}

/** One score as the review bench shows it, for somebody already let in. */
function itemOf(db: Db, scoreId: string): ReviewItem {
  const judged = judgedScores(db, eq(scores.id, scoreId));
  const item = judged[0] ? itemsOf(db, judged[0].score.squadId, judged)[0] : undefined;
  if (!item) throw notFound();
  return item;
}

/** Writes a decision down. The same id again changes nothing; a newer decision on the same score takes its place, and both stay on record. */
export function decideScore(context: Context, actor: Actor, input: { score: string } & Decide): ReviewItem {
  const { db } = context;
  allow(db, actor, 'decide a score', { score: input.score });
  const { score: scoreId, ...said } = input;
  const had = db.select().from(decisions).where(eq(decisions.id, said.id)).get();
  if (had && had.scoreId !== scoreId) throw notFound();
  const lost = db.select({ value: scores.value }).from(scores).where(eq(scores.id, scoreId)).get()?.value === null;
  if (said.verdict === 'counted' && lost) {
    const sentence = 'The player lost count, so there is no number to count. Recount it, ask again, or set it aside.';
    throw new Problem('bad input', sentence, [{ field: 'verdict', sentence }]);
  }
  if (!had) {
    const value = said.verdict === 'corrected' ? said.value : null;
    db.insert(decisions)
      .values({ ...said, value, scoreId, coachId: asPerson(actor).userId, undoes: null, at: context.now() })
      .run();
  }
  return itemOf(db, scoreId);
}

/** Takes a decision back, as a fact of its own; the decision before it holds again. */
export function undoDecision(context: Context, actor: Actor, input: { decision: string; id: string }): ReviewItem {
  const { db } = context;
  allow(db, actor, 'undo a decision', { decision: input.decision });
  const undone = db.select().from(decisions).where(eq(decisions.id, input.decision)).get();
  if (!undone || undone.verdict === 'undo') throw notFound();
  db.insert(decisions)
    .values({
      id: input.id,
      scoreId: undone.scoreId,
      coachId: asPerson(actor).userId,
      verdict: 'undo',
      undoes: undone.id,
      value: null,
      reason: null,
      line: null,
      cues: [],
      at: context.now(),
    })
    .onConflictDoNothing()
    .run();
  return itemOf(db, undone.scoreId);
}
