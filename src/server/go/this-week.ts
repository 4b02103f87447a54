import { and, asc, eq, gt, inArray } from 'drizzle-orm';
import { median } from 'simple-statistics';
import type { NumberToBeat, ThisWeek } from '../../contract/go.ts';
import { recordKey } from '../../core/counts/index.ts';
import { BETTER, type Drill } from '../../core/drills/index.ts';
import { recordOf } from '../../core/progress/index.ts';
import { feetToScore, type Runner } from '../../core/runsheet/index.ts';
import { targetFor } from '../../core/targets/index.ts';
import type { Actor } from '../auth/actor.ts';
import { mayFilm } from '../clips/consent.ts';
import type { Db } from '../db/connection.ts';
import { runs, scores, weekRevisions, weeks } from '../db/schema.ts';
import type { Context } from '../house.ts';
import { allow, asPlayer } from '../policy.ts';
import { Problem } from '../problems.ts';
import { DONE_SHARE, streakInput, streakViews } from '../progress/calendar.ts';
import { lineOf } from '../progress/lines.ts';
import { type Member, memberOf, squadById, squadDay } from '../squad/squads.ts';
import { type OpenWeek, openWeekOf } from '../weeks/weeks.ts';
import { type JudgedScore, judgedScores } from './facts.ts';

/** What counted for a player, by record key. */
export function resultsByKey(judged: readonly JudgedScore[]) {
  const byKey = new Map<string, { result: number; doneAt: number; judged: JudgedScore }[]>();
  for (const one of judged) {
    if (one.result === null) continue;
    const list = byKey.get(one.score.recordKey) ?? [];
    list.push({ result: one.result, doneAt: one.score.doneAt, judged: one });
    byKey.set(one.score.recordKey, list);
  }
  return byKey;
}

/** Median pace of the last five clocked `fixed reps` goes, by drill (reps a second). */
function ownPace(judged: readonly JudgedScore[]): Record<string, number> {
  const rates = new Map<string, number[]>();
  for (const { score, counts } of judged) {
    if (score.measure !== 'fixed reps' || !score.clocked || !counts || score.seconds <= 0) continue;
    rates.set(score.drillId, [...(rates.get(score.drillId) ?? []), counts / score.seconds]);
  }
  return Object.fromEntries([...rates].map(([drill, list]) => [drill, median(list.slice(-5))]));
}

function numbersOf(open: OpenWeek, runner: Runner, judged: readonly JudgedScore[]): NumberToBeat[] {
  const results = resultsByKey(judged);
  const { content } = open.revision;
  const items = content.sessions.flatMap((s) => s.blocks.flatMap((b) => b.items)).filter((item) => item.scored);
  return items.flatMap((item) => {
    const drill = content.drills[item.drillId] as Drill;
    return feetToScore(item, runner.strongerFoot).map((foot) => {
      const known = results.get(recordKey(drill, item.dose, foot)) ?? [];
      const record = recordOf(known, BETTER[item.dose.measure])?.result ?? null;
      return { itemId: item.id, foot, record, target: targetFor(item.target, drill, item.dose, runner.level, record) };
    });
  });
}

/** Goes of the open week that were asked for again and not done again since. */
function askedAgain(judged: readonly JudgedScore[], open: OpenWeek): ThisWeek['again'] {
  const mine = judged.filter((one) => one.score.weekId === open.week.id);
  return mine.flatMap((one) => {
    if (one.standing !== 'again please' || !one.decision) return [];
    const at = one.decision.at;
    const again = mine.some(
      (later) => later.score.itemId === one.score.itemId && later.score.foot === one.score.foot && later.score.receivedAt > at,
    );
    const drill = open.revision.content.drills[one.score.drillId];
    const line = drill ? lineOf(one, drill.name) : null;
    return again || !line ? [] : [{ sessionId: one.score.sessionId, itemId: one.score.itemId, line }];
  });
}

function nextOpening(db: Db, squadId: string, now: number): number | null {
  const row = db
    .select({ at: weekRevisions.opensAt })
    .from(weekRevisions)
    .innerJoin(weeks, eq(weeks.id, weekRevisions.weekId))
    .where(and(eq(weeks.squadId, squadId), gt(weekRevisions.opensAt, now)))
    .orderBy(asc(weekRevisions.opensAt))
    .limit(1)
    .get();
  return row?.at ?? null;
}

function doneSessions(db: Db, weekId: string, playerId: string): string[] {
  const rows = db
    .select({ sessionId: runs.sessionId, share: runs.share })
    .from(runs)
    .where(and(eq(runs.weekId, weekId), eq(runs.playerId, playerId)))
    .all();
  return [...new Set(rows.filter((run) => run.share >= DONE_SHARE).map((run) => run.sessionId))];
}

/** Scores that a week's numbers, paces and "again" tasks are computed from. */
function scoresOfDrills(db: Db, playerId: string, drillIds: readonly string[]): JudgedScore[] {
  if (drillIds.length === 0) return [];
  return judgedScores(db, and(eq(scores.playerId, playerId), inArray(scores.drillId, [...drillIds])));
}

export function runnerOf(member: Member, judged: readonly JudgedScore[]): Runner {
  return { strongerFoot: member.strongerFoot, level: member.level, ownPace: ownPace(judged) };
}

/** The open week of a player's squad, with everything the visit needs. */
export function thisWeek(context: Context, actor: Actor): ThisWeek {
  const { db } = context;
  allow(db, actor, 'see this week');
  const player = asPlayer(actor);
  const squadId = player.squads[0];
  if (!squadId) throw new Problem('not found', 'You are in no squad now. Ask your coach.');
  const squad = squadById(db, squadId);
  const member = memberOf(db, squadId, player.playerId);
  const now = context.now();
  const open = openWeekOf(db, squadId, now);
  const judged = open ? scoresOfDrills(db, member.id, Object.keys(open.revision.content.drills)) : [];
  const runner = runnerOf(member, judged);
  return {
    nickname: member.nickname,
    squad: { id: squad.id, name: squad.name, timeZone: squad.timeZone },
    week: open
      ? {
          id: open.week.id,
          revisionId: open.revision.id,
          number: open.week.number,
          opensAt: open.revision.opensAt,
          closesAt: open.revision.closesAt,
          content: open.revision.content,
        }
      : null,
    nextOpensAt: nextOpening(db, squadId, now),
    runner: { ...runner, ownPace: { ...runner.ownPace } },
    numbers: open ? numbersOf(open, runner, judged) : [],
    done: open ? doneSessions(db, open.week.id, member.id) : [],
    again: open ? askedAgain(judged, open) : [],
    mayFilm: mayFilm(db, member.id),
    ...streakViews(streakInput(db, squadId, member, squadDay(squad, now))),
    now,
  };
}
