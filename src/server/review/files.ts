import { and, asc, eq } from 'drizzle-orm';
import { marksVtt, type RecountForRow, recountRow, scoreRow, type TimedRemark } from '../../core/files/index.ts';
import { inParts } from '../../core/in-parts.ts';
import { marksOf } from '../../core/review/index.ts';
import { remarksOn } from '../../core/scores/index.ts';
import { t } from '../../core/text/translate.ts';
import type { Actor } from '../accounts/actor.ts';
import { inSquadNow } from '../accounts/leaving.ts';
import { clipById } from '../clips/clips.ts';
import { mayFilm } from '../consent/consent.ts';
import type { Context } from '../context.ts';
import { namesOnShelf } from '../drills/shelf.ts';
import type { Db } from '../platform/db/connection.ts';
import { clips, recounts, reviewFacts, scores } from '../platform/db/schema.ts';
import { csvPieces } from '../platform/http/csv.ts';
import { notFound } from '../platform/problems.ts';
import { allow, asPerson } from '../policy.ts';
import { judgedByIds } from '../scores/facts.ts';
import { workOf } from '../scores/work.ts';
import { membersOf, squadById } from '../squads/squads.ts';
import { coachNames, itemOf } from './items.ts';

const remarksOf = (db: Db, clip: { id: string; scoreId: string }): TimedRemark[] =>
  remarksOn(db.select().from(reviewFacts).where(eq(reviewFacts.scoreId, clip.scoreId)).orderBy(asc(reviewFacts.at)).all(), clip.id);

/** The own marks and all remarks of a score's clip as WebVTT. */
export function marksFile(context: Context, actor: Actor, input: { score: string }): string {
  const { db } = context;
  allow(db, actor, 'export marks', input);
  const { item } = itemOf(db, input.score);
  if (!item.clip) throw notFound();
  const mine = db
    .select({ log: recounts.log })
    .from(recounts)
    .where(and(eq(recounts.clipId, item.clip.id), eq(recounts.coachId, asPerson(actor).userId)))
    .get();
  const about = t('{name}, {doseWords}, week {weekNumber}. A cue says left, right or drop; other cues are remarks.', {
    name: item.drill.name,
    doseWords: item.doseWords,
    weekNumber: item.weekNumber,
  });
  return marksVtt(about, mine ? marksOf(mine.log) : [], remarksOf(db, { id: item.clip.id, scoreId: item.scoreId }));
}

/** The coach's remarks on a clip as WebVTT, to be shown on it. */
export function remarksFile(context: Context, actor: Actor, input: { clip: string }): string {
  const { db } = context;
  allow(db, actor, 'watch a clip', input);
  const clip = clipById(db, input.clip);
  if (clip.state !== 'kept' || (actor.kind === 'coach' && !mayFilm(db, clip.playerId))) throw notFound();
  return remarksOnClip(db, clip);
}

/** The coach's remarks on a clip, for who was let in. */
export const remarksOnClip = (db: Db, clip: { id: string; scoreId: string }): string =>
  marksVtt(t('Remarks of the coach.'), [], remarksOf(db, clip));

const ROWS_AT_ONCE = 250;

/** All scores of a squad with where they stand, oldest first, some rows at a time. */
export function* scoresCsv(context: Context, actor: Actor, input: { squad: string }): Generator<string> {
  const { db } = context;
  allow(db, actor, 'export scores', input);
  const names = nicknames(db, input.squad);
  const { timeZone } = squadById(db, input.squad);
  const drillName = namesOnShelf(db, input.squad);
  const revisions = new Map(
    releasedNames(db, input.squad).map(({ id, number, sessions }) => [
      id,
      { number, sessions: new Map(sessions.map((one) => [one.id, one.name])) },
    ]),
  );
  const rowsOf = function* () {
    for (const some of idsOldestFirst(db, input.squad))
      yield judgedByIds(db, some).map(({ score, standing, counts, doubts, decision }) => {
        const week = revisions.get(score.revisionId);
        return scoreRow({
          ...score,
          timeZone,
          player: names.get(score.playerId) ?? '',
          week: week?.number ?? 0,
          session: week?.sessions.get(score.sessionId) ?? '',
          drill: drillName(score.drillId),
          standing,
          counts,
          doubts: doubts.map((doubt) => doubt.reason),
          line: decision?.line ?? null,
        });
      });
  };
  yield* csvPieces(rowsOf());
}

/** Ids of a squad's scores, oldest first, some at a time: SQLite keeps the order, and never a whole season is here at once. */
function* idsOldestFirst(db: Db, squadId: string): Generator<string[]> {
  const query = db
    .select({ id: scores.id })
    .from(scores)
    .where(and(eq(scores.squadId, squadId), inSquadNow(scores.squadId, scores.playerId)))
    .orderBy(asc(scores.doneAt), asc(scores.id))
    .toSQL();
  let some: string[] = [];
  for (const id of db.$client
    .prepare<unknown[], string>(query.sql)
    .pluck()
    .iterate(...query.params)) {
    some.push(id);
    if (some.length < ROWS_AT_ONCE) continue;
    yield some;
    some = [];
  }
  if (some.length > 0) yield some;
}

/** Numbers of weeks and names of sessions of each revision; of what a week holds only that is read. */
const releasedNames = (db: Db, squadId: string): { id: string; number: number; sessions: { id: string; name: string }[] }[] =>
  (
    db.$client
      .prepare(
        `select r.id as id, w.number as number,
           (select json_group_array(json_object('id', json_extract(s.value, '$.id'), 'name', json_extract(s.value, '$.name')))
            from json_each(r.content, '$.sessions') s) as sessions
         from week_revisions r join weeks w on w.id = r.week_id where w.squad_id = ?`,
      )
      .all(squadId) as { id: string; number: number; sessions: string }[]
  ).map((row) => ({ ...row, sessions: JSON.parse(row.sessions) as { id: string; name: string }[] }));

/** Nicknames of everybody in a squad. */
const nicknames = (db: Db, squadId: string) => new Map(membersOf(db, squadId).map((member) => [member.id, member.nickname]));

/** All recounts of a squad's clips, oldest first; those whose family took its yes back are left out. */
export function* recountsCsv(context: Context, actor: Actor, input: { squad: string }): Generator<string> {
  const { db } = context;
  allow(db, actor, 'export scores', input);
  const names = nicknames(db, input.squad);
  const { timeZone } = squadById(db, input.squad);
  const drillName = namesOnShelf(db, input.squad);
  const coach = coachNames(db);
  const rows = db
    .select({ recount: recounts, score: scores, clip: clips })
    .from(recounts)
    .innerJoin(scores, eq(scores.id, recounts.scoreId))
    .innerJoin(clips, eq(clips.id, recounts.clipId))
    .where(and(eq(scores.squadId, input.squad), inSquadNow(scores.squadId, scores.playerId)))
    .orderBy(asc(recounts.savedAt))
    .all();
  const shown = rows.filter(({ score }) => mayFilm(db, score.playerId));
  const rowsOf = function* () {
    for (const some of inParts(shown, ROWS_AT_ONCE))
      yield some.map(({ recount, score, clip }) => {
        const row: RecountForRow = {
          score: score.id,
          player: names.get(score.playerId) ?? '',
          drill: drillName(score.drillId),
          foot: score.foot,
          claimed: score.value,
          coach: coach(recount.coachId),
          savedAt: recount.savedAt,
          timeZone,
          marks: marksOf(recount.log),
          work: workOf(db, score, clip).work,
        };
        return recountRow(row);
      });
  };
  yield* csvPieces(rowsOf());
}
