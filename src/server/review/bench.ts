import { and, asc, desc, eq, isNull, ne, sql } from 'drizzle-orm';
import type { BenchItem, OtherClip } from '../../contract/bench.ts';
import type { Span } from '../../core/clips/signals.ts';
import { textInWords } from '../../core/drills/in-words.ts';
import { BETTER } from '../../core/drills/index.ts';
import { recordOf } from '../../core/progress/index.ts';
import { marksOf, recountedValue, recountOf } from '../../core/review/index.ts';
import { doseInWords, doubtSentence, orderCues, remarksOn } from '../../core/scores/index.ts';
import { isLanguage, type LanguageCode } from '../../core/text/languages.ts';
import { language } from '../../core/text/translate.ts';
import type { Actor } from '../accounts/actor.ts';
import { mayFilm } from '../consent/consent.ts';
import type { Context } from '../context.ts';
import type { Db } from '../platform/db/connection.ts';
import { clips, clipViews, decisions, ownCues, recounts, reviewFacts, scores, spokenLines, user } from '../platform/db/schema.ts';
import { languageChosen } from '../platform/readers.ts';
import { allow, asPerson } from '../policy.ts';
import { judgedScores, type ScoreFact } from '../scores/facts.ts';
import { heardOf } from '../scores/heard.ts';
import { drillOfScore, readScore } from '../scores/reading.ts';
import { wordsOf } from '../scores/words.ts';
import { workOf } from '../scores/work.ts';
import { readersOfFamily } from '../squads/guardians.ts';
import { eveningOfRun } from '../weeks/evenings.ts';
import { decisionsOf } from './history.ts';
import { clipAsks, coachNames, itemOf } from './items.ts';
import { recountView } from './recounts.ts';

/** The language that a player or one of the guardians chose, where it is not the one of who asks; null where none did. */
function familyReads(db: Db, playerId: string): LanguageCode | null {
  const chosen = readersOfFamily(db, playerId).map((userId) => languageChosen(db, userId));
  return chosen.find((one): one is LanguageCode => isLanguage(one) && one !== language()) ?? null;
}

const OTHERS_SHOWN = 12;

/** Cues to send for a drill: its own and its mended faults, and the coaches' own; the most used of this coach first. */
function chipsOf(db: Db, score: ScoreFact, coachId: string): BenchItem['chips'] {
  const drill = drillOfScore(db, score);
  const own = new Map(
    db
      .select()
      .from(ownCues)
      .where(and(eq(ownCues.squadId, score.squadId), eq(ownCues.drillId, score.drillId), isNull(ownCues.droppedAt)))
      .orderBy(asc(ownCues.madeAt))
      .all()
      .map((row) => [row.text, row.id]),
  );
  const used = new Map<string, number>();
  const sent = db
    .select({ cues: decisions.cues })
    .from(decisions)
    .innerJoin(scores, eq(scores.id, decisions.scoreId))
    .where(and(eq(decisions.coachId, coachId), eq(scores.drillId, score.drillId), sql`${decisions.cues} <> '[]'`))
    .all();
  for (const { cues } of sent) for (const cue of cues) used.set(cue, (used.get(cue) ?? 0) + 1);
  const all = [...drill.cues, ...drill.faults.map((fault) => fault.mend), ...own.keys()];
  return orderCues(all, used).map((text) => ({ text: own.has(text) ? text : textInWords(drill, text), own: own.get(text) ?? null }));
}

/** Other kept clips of the same player and drill, newest first, with the record's marked. */
function othersOf(db: Db, score: ScoreFact): OtherClip[] {
  const rows = db
    .select({ clip: clips, score: scores })
    .from(clips)
    .innerJoin(scores, eq(scores.id, clips.scoreId))
    .where(
      and(
        eq(clips.playerId, score.playerId),
        eq(clips.squadId, score.squadId),
        eq(clips.state, 'kept'),
        eq(scores.drillId, score.drillId),
        ne(scores.id, score.id),
      ),
    )
    .orderBy(desc(scores.doneAt))
    .limit(OTHERS_SHOWN)
    .all();
  if (rows.length === 0) return [];
  const judged = judgedScores(db, and(eq(scores.playerId, score.playerId), eq(scores.drillId, score.drillId)));
  const byScore = new Map(judged.map((one) => [one.score.id, one]));
  const counted = judged.flatMap(({ score: one, result }) =>
    one.recordKey === score.recordKey && result !== null ? [{ scoreId: one.id, result, doneAt: one.doneAt }] : [],
  );
  const record = recordOf(counted, BETTER[score.measure]);
  return rows.map(({ clip, score: one }) => ({
    id: clip.id,
    seconds: clip.seconds ?? 0,
    workAt: clip.workAt,
    mediaType: clip.mediaType ?? '',
    scoreId: one.id,
    doneAt: one.doneAt,
    doseWords: doseInWords(one.dose),
    counts: byScore.get(one.id)?.counts ?? null,
    isRecord: record?.scoreId === one.id,
  }));
}

const viewsOf = (db: Db, clipId: string): BenchItem['views'] =>
  db
    .select({ who: user.name, kind: clipViews.kind, seconds: clipViews.seconds, at: clipViews.at })
    .from(clipViews)
    .innerJoin(user, eq(user.id, clipViews.userId))
    .where(eq(clipViews.clipId, clipId))
    .orderBy(desc(clipViews.at))
    .limit(30)
    .all();

/** Everything of one score that the bench shows, for a coach who was let in. */
export function benchOf(context: Context, actor: Actor, scoreId: string): BenchItem {
  const { db } = context;
  const coachId = asPerson(actor).userId;
  const { item, judged } = itemOf(db, scoreId);
  const { score } = judged;
  const coach = coachNames(db);
  const own = db
    .select()
    .from(clips)
    .where(and(eq(clips.scoreId, score.id), eq(clips.playerId, score.playerId)))
    .all();
  const clip = item.clip && own.find((one) => one.id === item.clip?.id);
  const { work, from } = clip ? workOf(db, score, clip) : { work: [] as Span[], from: 'claim' as const };
  const countOf = (row: typeof recounts.$inferSelect) => recountedValue(recountOf(marksOf(row.log), work), score.measure, score.foot);
  const counted = clip ? db.select().from(recounts).where(eq(recounts.clipId, clip.id)).all() : [];
  const mine = counted.find((row) => row.coachId === coachId);
  const facts = db
    .select()
    .from(reviewFacts)
    .where(eq(reviewFacts.scoreId, score.id))
    .orderBy(asc(reviewFacts.at), asc(reviewFacts.id))
    .all();
  // Without the family's yes a spoken line is as hidden as a clip.
  const spoken = mayFilm(db, score.playerId)
    ? db.select().from(spokenLines).where(eq(spokenLines.scoreId, score.id)).orderBy(asc(spokenLines.at)).all()
    : [];
  const { answered, clearings } = readScore(db, score);
  const ask = clipAsks(db, score.squadId, score.playerId).find((one) => one.drillId === score.drillId && one.clipId === null);
  return {
    item,
    work,
    workFrom: from,
    heard: heardOf(db, score),
    recount: mine ? recountView(mine) : null,
    recounts: counted.filter((row) => row !== mine).map((row) => ({ coach: coach(row.coachId), value: countOf(row), at: row.savedAt })),
    remarks: remarksOn(facts, clip?.id).map(({ fact, ...remark }) => ({ ...remark, coach: coach(fact.coachId) })),
    spoken: spoken
      .filter((one) => one.deletedAt === null)
      .map(({ id, seconds, coachId: by, at }) => ({ id, seconds, coach: coach(by), at })),
    answered: answered.flatMap((doubt) => {
      const by = clearings.findLast((one) => one.reason === doubt.reason) ?? clearings.at(-1);
      return by
        ? [{ factId: by.factId, reason: doubt.reason, sentence: doubtSentence(doubt), why: by.why, coach: coach(by.coachId), at: by.at }]
        : [];
    }),
    clipAsked: ask ? { factId: ask.factId, at: ask.at } : null,
    others: item.mayFilm ? othersOf(db, score) : [],
    views: clip ? viewsOf(db, clip.id) : [],
    familyReads: familyReads(db, score.playerId),
    chips: chipsOf(db, score, coachId),
    facts: decisionsOf({
      words: wordsOf(db, judged.score.id),
      judged,
      nickname: item.player.nickname,
      clocked: item.clocked,
      isLive: eveningOfRun(db, judged.score.runId) !== null,
      clips: own,
      facts,
      recounts: counted.map((row) => ({ row, value: countOf(row) })),
      spoken,
      coach,
    }),
  };
}

/** The bench of a score: recount, remarks, other clips, who watched, and its history as facts in order. */
export function openBench(context: Context, actor: Actor, input: { score: string }): BenchItem {
  allow(context.db, actor, 'see the bench', input);
  return benchOf(context, actor, input.score);
}
