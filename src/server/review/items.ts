import { and, asc, eq, inArray, sql } from 'drizzle-orm';
import type { ReviewItem } from '../../contract/review.ts';
import type { Drill } from '../../core/drills/index.ts';
import { clipDrill } from '../../core/rep-counter/index.ts';
import { doseInWords, doubtResult, doubtSentence, standingFacts } from '../../core/scores/index.ts';
import type { PublishedWeek } from '../../core/weeks/index.ts';
import { mayFilmAmong } from '../consent/consent.ts';
import { shelfOf } from '../drills/shelf.ts';
import type { Db } from '../platform/db/connection.ts';
import { clips, reviewFacts, scores, user, weekRevisions, weeks } from '../platform/db/schema.ts';
import { notFound } from '../platform/problems.ts';
import { type JudgedScore, judgedScores } from '../scores/facts.ts';
import { clockedAmong } from '../scores/proof.ts';
import { firstWordsAmong } from '../scores/words.ts';
import { membersOf } from '../squads/squads.ts';
import { contentOf } from '../weeks/contents.ts';

/** The names of coaches, by account. */
export function coachNames(db: Db): (id: string) => string {
  const names = new Map(
    db
      .select({ id: user.id, name: user.name })
      .from(user)
      .where(eq(user.kind, 'coach'))
      .all()
      .map((row) => [row.id, row.name]),
  );
  return (id) => names.get(id) ?? 'a coach';
}

/** A clip that a coach asked for: after which go of whom, of what, and since when. */
export interface ClipAsk {
  factId: string;
  scoreId: string;
  playerId: string;
  drillId: string;
  at: number;
  /** The first clip that came for it; null while it is still wanted. */
  clipId: string | null;
}

/** What a squad's coaches asked to see, oldest first, with the clip that answered it. */
export function clipAsks(db: Db, squadId: string, playerId?: string): ClipAsk[] {
  const rows = db
    .select({ fact: reviewFacts, playerId: scores.playerId, drillId: scores.drillId })
    .from(reviewFacts)
    .innerJoin(scores, eq(scores.id, reviewFacts.scoreId))
    .where(
      and(
        eq(scores.squadId, squadId),
        playerId ? eq(scores.playerId, playerId) : undefined,
        sql`json_extract(${reviewFacts.said}, '$.kind') in ('clip asked for', 'taken back')`,
      ),
    )
    .orderBy(asc(reviewFacts.at))
    .all();
  const standing = new Set(standingFacts(rows.map((row) => row.fact)).map((fact) => fact.id));
  // After a guardian's no nothing of a clip is asked for any more.
  const mayBe = mayFilmAmong(db, [...new Set(rows.map((row) => row.playerId))]);
  return rows
    .filter((row) => standing.has(row.fact.id) && mayBe.has(row.playerId))
    .map(({ fact, playerId: player, drillId }) => {
      const came = db
        .select({ id: clips.id })
        .from(clips)
        .innerJoin(scores, eq(scores.id, clips.scoreId))
        .where(
          and(
            eq(clips.playerId, player),
            eq(clips.state, 'kept'),
            eq(scores.drillId, drillId),
            sql`(${scores.id} = ${fact.scoreId} or ${scores.doneAt} >= ${fact.at})`,
          ),
        )
        .orderBy(asc(clips.keptAt))
        .limit(1)
        .get();
      return { factId: fact.id, scoreId: fact.scoreId, playerId: player, drillId, at: fact.at, clipId: came?.id ?? null };
    });
}

/** What a list of scores is shown with, looked up once for all of them. */
function lookups(db: Db, squadId: string, judged: readonly JudgedScore[]) {
  const revisionIds = [...new Set(judged.map((one) => one.score.revisionId))];
  const scoreIds = judged.map((one) => one.score.id);
  const revisions = new Map(
    db
      .select({ id: weekRevisions.id, number: weeks.number })
      .from(weekRevisions)
      .innerJoin(weeks, eq(weeks.id, weekRevisions.weekId))
      .where(inArray(weekRevisions.id, revisionIds))
      .all()
      .map((row) => [row.id, { ...row, content: contentOf(db, row.id) }]),
  );
  const nicknames = new Map(membersOf(db, squadId).map((member) => [member.id, member.nickname]));
  const kept = db
    .select()
    .from(clips)
    // As one value: a query with hundreds of them takes longer to write than to run.
    .where(and(sql`${clips.scoreId} in (select value from json_each(${JSON.stringify(scoreIds)}))`, eq(clips.state, 'kept')))
    .all();
  const may = mayFilmAmong(db, [...new Set(judged.map((one) => one.score.playerId))]);
  const allowed = new Map(judged.map((one) => [one.score.playerId, may.has(one.score.playerId)]));
  const clipOf = new Map(kept.filter((clip) => allowed.get(clip.playerId)).map((clip) => [`${clip.scoreId}|${clip.playerId}`, clip]));
  const [only, ...others] = new Set(judged.map((one) => one.score.playerId));
  const firstSaid = firstWordsAmong(db, scoreIds);
  const wanted = new Set(clipAsks(db, squadId, others.length === 0 ? only : undefined).flatMap((ask) => ask.clipId ?? []));
  return { revisions, nicknames, coach: coachNames(db), clipOf, allowed, wanted, firstSaid };
}

const sessionName = (content: PublishedWeek, id: string) => content.sessions.find((session) => session.id === id)?.name ?? '';

/** What of a drill the counter in the page needs, and no more. */
function heardInClips(drill: Drill): ReviewItem['drill']['heard'] {
  const heard = clipDrill(drill);
  return heard && { pace: { easy: heard.pace.easy, ceiling: heard.pace.ceiling }, soundsPerRep: heard.soundsPerRep };
}

/** Judged scores as the review bench shows them. */
export function reviewItemsOf(db: Db, squadId: string, judged: readonly JudgedScore[]): ReviewItem[] {
  if (judged.length === 0) return [];
  const { revisions, nicknames, coach, clipOf, allowed, wanted, firstSaid } = lookups(db, squadId, judged);
  const clocked = clockedAmong(
    db,
    judged.map((one) => one.score.id),
  );
  const shelf = shelfOf(db, squadId);
  return judged.flatMap(({ score, doubts, recordBefore, history, standing }) => {
    const revision = revisions.get(score.revisionId);
    const drill = revision?.content.drills[score.drillId] ?? shelf.get(score.drillId);
    const nickname = nicknames.get(score.playerId);
    if (!revision || !drill || !nickname) return [];
    const clip = clipOf.get(`${score.id}|${score.playerId}`);
    const { unit, counts, doesNotCount } = drill.counting;
    return [
      {
        scoreId: score.id,
        goId: score.goId,
        player: { id: score.playerId, nickname },
        drill: { id: drill.id, name: drill.name, unit, counts, doesNotCount, heard: heardInClips(drill) },
        sessionName: sessionName(revision.content, score.sessionId),
        weekNumber: revision.number,
        measure: score.measure,
        dose: score.dose,
        doseWords: doseInWords(score.dose),
        foot: score.foot,
        value: score.value,
        faults: score.faults,
        firstSaid: firstSaid.get(score.id) ?? null,
        seconds: score.seconds,
        clocked: clocked.has(score.id),
        doneAt: score.doneAt,
        receivedAt: score.receivedAt,
        recordBefore,
        doubts: doubts.map((doubt) => ({ reason: doubt.reason, result: doubt.result, sentence: doubtSentence(doubt) })),
        result: doubtResult(doubts),
        clip: clip ? { id: clip.id, seconds: clip.seconds ?? 0, workAt: clip.workAt, mediaType: clip.mediaType ?? '' } : null,
        clipWanted: clip !== undefined && wanted.has(clip.id),
        mayFilm: allowed.get(score.playerId) ?? false,
        standing,
        history: history.map(({ id, verdict, undoes, value, reason, line, cues, waveId, coachId, at }) => ({
          id,
          verdict,
          undoes,
          value,
          reason,
          line,
          cues,
          waveId,
          coach: coach(coachId),
          at,
        })),
      },
    ];
  });
}

/** One score as the review bench shows it, for somebody already let in, with everything that was said of it. */
export function itemOf(db: Db, scoreId: string): { item: ReviewItem; judged: JudgedScore } {
  const judged = judgedScores(db, eq(scores.id, scoreId))[0];
  const item = judged ? reviewItemsOf(db, judged.score.squadId, [judged])[0] : undefined;
  if (!judged || !item) throw notFound();
  return { item, judged };
}
