import { and, desc, eq } from 'drizzle-orm';
import type { PracticeSent } from '../../contract/training.ts';
import { creditedDay, doneOnServerClock } from '../../core/calendar/days.ts';
import { atHome, type Drill, drillForPlayer } from '../../core/drills/index.ts';
import { bandedResult, doubtsOf, recordKey, resultOf } from '../../core/scores/index.ts';
import { t } from '../../core/text/translate.ts';
import { feetToScore, practiceOf } from '../../core/training/index.ts';
import type { Actor } from '../accounts/actor.ts';
import type { Context } from '../context.ts';
import { liveShelf } from '../drills/shelf.ts';
import type { Db } from '../platform/db/connection.ts';
import { practiceGoes } from '../platform/db/schema.ts';
import { notFound, Problem } from '../platform/problems.ts';
import { allow, asPlayer, checkIsThem } from '../policy.ts';
import { insertFigure, type OfKey, refreshBests, resultsUnderKey, soonerOf } from '../scores/figures.ts';
import { doubtRulesOf, metresAtHome } from '../scores/reading.ts';
import { ageOf, type Member, memberOf, type Squad, schoolOf, squadById } from '../squads/squads.ts';
import { refreshDay } from '../streaks/days.ts';
import { checkScore } from './send-go.ts';

/* Free practice: a drill that was met, done alone at any time. Its numbers are facts of their own, and never part of a week. */

export type PracticeGo = typeof practiceGoes.$inferSelect;

/** Every drill that a player ever did, met or knows from paper. */
const everDone = (db: Db, playerId: string): Set<string> =>
  new Set(
    db.$client
      .prepare(
        `select drill_id from score_figures where player_id = :player union select drill_id from scores where player_id = :player
         union select drill_id from practice_goes where player_id = :player`,
      )
      .pluck()
      .all({ player: playerId }) as string[],
  );

/** The drill that a player may practice, in the own school and for the own feet; what was never met, and heading, is not done alone. */
export function drillToPractice(db: Db, squad: Squad, member: Member, drillId: string, now: number): Drill {
  const drill = liveShelf(db, squad.id).find((one) => one.id === drillId);
  if (!drill || !everDone(db, member.id).has(drillId)) throw notFound();
  const not = (sentence: string) => new Problem('not found', sentence);
  if (drill.loads.includes('heading')) throw not(t('The ball is not headed alone. Ask your coach.'));
  const age = ageOf(member, squad, now);
  if ((drill.minAge !== null && age < drill.minAge) || (drill.maxAge !== null && age > drill.maxAge))
    throw not(t('This drill is for another age.'));
  const home = atHome(drill, member.home);
  if (!home.can) throw not(t('This drill cannot be done at your home: it lacks {lacks}.', { lacks: home.lacks.join(', ') }));
  return drillForPlayer(drill, schoolOf(squad, member), member.strongerFoot);
}

/** Whether a number counts: where the squad's rule says so, and nothing about it would have to be looked at by a coach. */
function countsFor(db: Db, squad: Squad, go: PracticeGo & OfKey, drill: Drill, clocked: boolean): boolean {
  if (!squad.practiceCounts) return false;
  const earlier = soonerOf(resultsUnderKey(db, go), go).map((one) => one.result);
  const { measure } = go.dose;
  const courseMetres = measure === 'course time' ? metresAtHome(db, go, drill) : null;
  const more = { dose: go.dose, earlier, clipSeconds: null, recounted: null, courseMetres };
  return doubtsOf({ claim: go, clocked, drill, ...more }, doubtRulesOf(db, squad.id)).length === 0;
}

/** A practice that counts is a figure like a result from paper: records, curves and numbers to beat follow, no week does. */
function keepFigure(db: Db, go: PracticeGo & { value: number }, clocked: boolean): void {
  const { measure } = go.dose;
  const { id: scoreId, playerId, squadId, drillId, recordKey: key, foot, doneAt, day, value, faults, seconds } = go;
  insertFigure(db, {
    ...{ scoreId, playerId, squadId, drillId, recordKey: key, measure, foot, doneAt, day, clocked, seconds, faults, counts: value },
    ...{ weekId: null, sessionId: null, itemId: null, byClip: false, standing: 'clear', decided: true, decidedAt: null, hasWords: false },
    ...{ doubt: 'clear', result: resultOf(go, go.dose), bestBefore: null, stretch: null, stretchGiven: false },
    ...{ banded: bandedResult(go, go.dose), judged: null, numberDoubted: false, recounted: null, filmed: false },
  });
  refreshBests(db, { playerId, recordKey: key, measure });
}

/** Keeps the numbers of one go in free practice; sending again changes nothing. */
export function sendPractice(context: Context, actor: Actor, sent: PracticeSent): { counts: boolean } {
  const { db } = context;
  allow(db, actor, 'practice a drill');
  const player = asPlayer(actor);
  checkIsThem(actor, sent.playerId);
  if (!player.squads.includes(sent.squadId)) throw notFound();
  const now = context.now();
  const squad = squadById(db, sent.squadId);
  const member = memberOf(db, squad.id, player.playerId);
  return db.transaction(() => {
    const had = db.select().from(practiceGoes).where(eq(practiceGoes.goId, sent.goId)).all();
    if (had.some((one) => one.playerId !== member.id)) throw notFound();
    if (had.length > 0) return { counts: had.some((one) => one.counts) };
    const drill = drillToPractice(db, squad, member, sent.drillId, now);
    const [item] = practiceOf(drill).session.blocks.flatMap((block) => block.items);
    if (!item?.scored) throw notFound();
    const { dose } = item;
    const doneAt = Math.min(now, sent.sentAt === undefined ? sent.doneAt : doneOnServerClock(sent.doneAt, sent.sentAt, now));
    const day = creditedDay(doneAt, now, squad.timeZone, squad.dayEndsAt);
    const feet = feetToScore(item, member.strongerFoot);
    const kept = sent.scores.map((one, i) => {
      checkScore(one, i, item, feet);
      const { id, foot, value, faults, seconds, parts, clocked } = one;
      const fact = {
        ...{ id, goId: sent.goId, playerId: member.id, squadId: squad.id, drillId: drill.id, recordKey: recordKey(drill, dose, foot) },
        ...{ dose, foot, value, faults, seconds, parts, doneAt, receivedAt: now, day },
      };
      const counts = value !== null && countsFor(db, squad, { ...fact, counts: false }, drill, clocked);
      db.insert(practiceGoes)
        .values({ ...fact, counts })
        .run();
      if (counts) keepFigure(db, { ...fact, value, counts }, clocked);
      return counts;
    });
    const counts = kept.includes(true);
    if (counts) refreshDay(db, squad.id, member.id, day);
    return { counts };
  });
}

/**
 * The practice of a player in a squad, newest first.
 * @param most how many goes are read; −1 for all
 */
export const practiceGoesOf = (db: Db, squadId: string, playerId: string, most = -1): PracticeGo[] =>
  db
    .select()
    .from(practiceGoes)
    .where(and(eq(practiceGoes.squadId, squadId), eq(practiceGoes.playerId, playerId)))
    .orderBy(desc(practiceGoes.doneAt), desc(practiceGoes.id))
    .limit(most)
    .all();
