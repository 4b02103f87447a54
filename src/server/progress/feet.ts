import { and, desc, eq } from 'drizzle-orm';
import type { LineView } from '../../contract/parts.ts';
import type { DrillProgress, FootProgress, MyFeet, PlayerPage } from '../../contract/progress.ts';
import { doseInWords } from '../../core/counts/index.ts';
import { BETTER, type Foot, resultUnit } from '../../core/drills/index.ts';
import { footBalance, footLedger, lastOf, medianOfLast, quietFor, recordOf } from '../../core/progress/index.ts';
import { dayNumber } from '../../core/streaks/index.ts';
import { nextBetter } from '../../core/targets/index.ts';
import type { Actor } from '../auth/actor.ts';
import type { Db } from '../db/connection.ts';
import { clips, scores, weeks } from '../db/schema.ts';
import { drillNames } from '../drills/shelf.ts';
import { type JudgedScore, judgedScores } from '../go/facts.ts';
import type { Context } from '../house.ts';
import { allow, asPlayer } from '../policy.ts';
import { Problem } from '../problems.ts';
import { type Member, memberOf, squadById, squadDay } from '../squad/squads.ts';
import { lastTrained, streakInput, streakViews } from './calendar.ts';
import { lineOf } from './lines.ts';

interface Counted {
  scoreId: string;
  result: number;
  doneAt: number;
  clocked: boolean;
  checkedByClip: boolean;
  foot: Foot;
  week: number;
}

function footProgress(foot: Foot, list: readonly Counted[], one: JudgedScore): FootProgress {
  const better = BETTER[one.score.measure];
  const record = recordOf(list, better);
  const last = lastOf(list);
  return {
    foot,
    record: record && { result: record.result, at: record.doneAt, clocked: record.clocked, checkedByClip: record.checkedByClip },
    last: last && { result: last.result, at: last.doneAt },
    median: medianOfLast(list),
    next: record && one.score.measure !== 'time on' ? nextBetter(record.result, one.score.dose) : null,
  };
}

function drillProgress(
  key: string,
  judged: readonly JudgedScore[],
  counted: readonly Counted[],
  drillName: (id: string) => string,
): DrillProgress | null {
  const sample = judged[0];
  if (!sample || counted.length === 0) return null;
  const better = BETTER[sample.score.measure];
  const of = (foot: Foot) => counted.filter((one) => one.foot === foot);
  const feet = (['left', 'right', 'both'] as const).filter((foot) => of(foot).length > 0);
  const numbers = [...new Set(counted.map((one) => one.week))].sort((a, b) => a - b);
  const bestIn = (foot: Foot, week: number) =>
    recordOf(
      of(foot).filter((one) => one.week === week),
      better,
    )?.result ?? null;
  return {
    key,
    drillId: sample.score.drillId,
    drillName: drillName(sample.score.drillId),
    measure: sample.score.measure,
    doseWords: doseInWords(sample.score.dose),
    unit: resultUnit(sample.score.measure),
    better,
    feet: feet.map((foot) => footProgress(foot, of(foot), sample)),
    balance: footBalance(of('left'), of('right'), better),
    weeks: numbers.map((number) => ({
      number,
      left: bestIn('left', number),
      right: bestIn('right', number),
      both: bestIn('both', number),
    })),
  };
}

/** Progress by record key without the foot, the drill done last first. */
function allProgress(db: Db, squadId: string, judged: readonly JudgedScore[]): DrillProgress[] {
  const numbers = new Map(
    db
      .select({ id: weeks.id, number: weeks.number })
      .from(weeks)
      .where(eq(weeks.squadId, squadId))
      .all()
      .map((w) => [w.id, w.number]),
  );
  const withClip = new Set(
    db
      .select({ scoreId: clips.scoreId })
      .from(clips)
      .where(eq(clips.squadId, squadId))
      .all()
      .map((row) => row.scoreId),
  );
  const drillName = drillNames(db, squadId);
  const groups = new Map<string, JudgedScore[]>();
  for (const one of judged) {
    const key = one.score.recordKey.slice(0, one.score.recordKey.lastIndexOf(' | '));
    groups.set(key, [...(groups.get(key) ?? []), one]);
  }
  const newest = (key: string) => groups.get(key)?.at(-1)?.score.doneAt ?? 0;
  return [...groups.keys()]
    .sort((a, b) => newest(b) - newest(a))
    .flatMap((key) => {
      const list = groups.get(key) ?? [];
      const counted = list.flatMap((one): Counted[] =>
        one.result === null
          ? []
          : [
              {
                scoreId: one.score.id,
                result: one.result,
                doneAt: one.score.doneAt,
                clocked: one.score.clocked,
                checkedByClip: one.decision !== null && withClip.has(one.score.id),
                foot: one.score.foot,
                week: numbers.get(one.score.weekId) ?? 0,
              },
            ],
      );
      return drillProgress(key, list, counted, drillName) ?? [];
    });
}

/** Measures whose value is a number of reps that a foot did. */
const REP_MEASURES = ['count in time', 'hits in time', 'fixed reps', 'unbroken run'];

export function linesOf(judged: readonly JudgedScore[], drillName: (id: string) => string, most = 30): LineView[] {
  return judged
    .flatMap((one) => lineOf(one, drillName(one.score.drillId)) ?? [])
    .sort((a, b) => b.at - a.at)
    .slice(0, most);
}

/** Everything of a player that both My feet and the coach's page show. */
function feetOf(
  context: Context,
  squadId: string,
  member: Member,
): { feet: MyFeet; judged: JudgedScore[]; lastDay: string | null; today: string } {
  const { db } = context;
  const squad = squadById(db, squadId);
  const today = squadDay(squad, context.now());
  const judged = judgedScores(db, and(eq(scores.squadId, squadId), eq(scores.playerId, member.id)));
  const input = streakInput(db, squadId, member, today);
  const kept = db
    .select()
    .from(clips)
    .where(and(eq(clips.playerId, member.id), eq(clips.state, 'kept')))
    .orderBy(desc(clips.keptAt))
    .all();
  const byScore = new Map(judged.map((one) => [one.score.id, one.score]));
  const drillName = drillNames(db, squadId);
  const feet: MyFeet = {
    playerId: member.id,
    nickname: member.nickname,
    timeZone: squad.timeZone,
    ...streakViews(input),
    drills: allProgress(db, squadId, judged),
    ledger: footLedger(
      judged.flatMap(({ score, counts }) =>
        counts !== null && REP_MEASURES.includes(score.measure) ? [{ foot: score.foot, reps: counts }] : [],
      ),
    ),
    lines: linesOf(judged, drillName),
    clips: kept.flatMap((clip) => {
      const score = byScore.get(clip.scoreId);
      return score ? [{ id: clip.id, drillName: drillName(score.drillId), foot: score.foot, at: score.doneAt }] : [];
    }),
  };
  return { feet, judged, lastDay: lastTrained(input), today };
}

export function myFeet(context: Context, actor: Actor): MyFeet {
  allow(context.db, actor, 'see my feet');
  const player = asPlayer(actor);
  const squadId = player.squads[0];
  if (!squadId) throw new Problem('not found', 'You are in no squad now. Ask your coach.');
  return feetOf(context, squadId, memberOf(context.db, squadId, player.playerId)).feet;
}

const SCORES_SHOWN = 60;

export function playerPage(context: Context, actor: Actor, input: { squad: string; player: string }): PlayerPage {
  allow(context.db, actor, 'see a player', input);
  const member = memberOf(context.db, input.squad, input.player);
  const { feet, judged, lastDay, today } = feetOf(context, input.squad, member);
  const drillName = drillNames(context.db, input.squad);
  const quiet = quietFor(lastDay === null ? null : dayNumber(lastDay), dayNumber(member.joinedOn), dayNumber(today));
  return {
    ...feet,
    playerId: member.id,
    level: member.level,
    strongerFoot: member.strongerFoot,
    squadId: input.squad,
    contactSchool: member.contactSchool,
    squadSchool: squadById(context.db, input.squad).contactSchool,
    age: Number(today.slice(0, 4)) - member.birthYear,
    quietDays: quiet.days,
    quiet: quiet.quiet,
    scores: judged
      .slice(-SCORES_SHOWN)
      .reverse()
      .map(({ score, standing, counts }) => ({
        scoreId: score.id,
        drillName: drillName(score.drillId),
        doseWords: doseInWords(score.dose),
        foot: score.foot,
        value: score.value,
        counts,
        unit: score.measure === 'fixed reps' ? 'reps' : score.measure === 'sets' ? 'sets' : resultUnit(score.measure),
        faults: score.faults,
        clocked: score.clocked,
        standing,
        doneAt: score.doneAt,
      })),
  };
}
