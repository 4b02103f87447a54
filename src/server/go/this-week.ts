import { and, asc, desc, eq, gt, inArray } from 'drizzle-orm';
import { median } from 'simple-statistics';
import type { NumberToBeat, ThisWeek } from '../../contract/go.ts';
import { recordKey } from '../../core/counts/index.ts';
import { atHome, BETTER, type Drill } from '../../core/drills/index.ts';
import { recordOf } from '../../core/progress/index.ts';
import { DONE_SHARE, feetToScore, type Runner } from '../../core/runsheet/index.ts';
import { targetFor } from '../../core/targets/index.ts';
import { allItems, changesBetween, kitOf, type PublishedWeek, swapsFor, withSwaps } from '../../core/weeks/index.ts';
import type { Actor } from '../auth/actor.ts';
import { mayFilm } from '../clips/consent.ts';
import type { Db } from '../db/connection.ts';
import { runs, scores, weekRevisions, weeks } from '../db/schema.ts';
import { drillNames, shelfOf } from '../drills/shelf.ts';
import type { Context } from '../house.ts';
import { allow, asPlayer } from '../policy.ts';
import { Problem } from '../problems.ts';
import { streakInput, streakViews } from '../progress/calendar.ts';
import { lineOf } from '../progress/lines.ts';
import { type Member, memberOf, type Squad, squadById, squadDay, weekFor } from '../squad/squads.ts';
import { type OpenWeek, openWeekOf, standing } from '../weeks/weeks.ts';
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

/** The number to beat of each scored item and foot of a week, as its player gets it. */
export function numbersOf(content: PublishedWeek, runner: Runner, judged: readonly JudgedScore[]): NumberToBeat[] {
  const results = resultsByKey(judged);
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
function askedAgain(judged: readonly JudgedScore[], open: OpenWeek, drillName: (id: string) => string): ThisWeek['again'] {
  const mine = judged.filter((one) => one.score.weekId === open.week.id);
  return mine.flatMap((one) => {
    if (one.standing !== 'again please' || !one.decision) return [];
    const at = one.decision.at;
    const again = mine.some(
      (later) => later.score.itemId === one.score.itemId && later.score.foot === one.score.foot && later.score.receivedAt > at,
    );
    const line = lineOf(one, drillName(one.score.drillId));
    return again || !line ? [] : [{ sessionId: one.score.sessionId, itemId: one.score.itemId, line }];
  });
}

/** The week that opens next, so that kit can be found in time. Of a surprise only the hour is told. */
function upcomingOf(db: Db, squadId: string, now: number): ThisWeek['upcoming'] {
  const row = db
    .select({ number: weeks.number, revision: weekRevisions })
    .from(weekRevisions)
    .innerJoin(weeks, eq(weeks.id, weekRevisions.weekId))
    .where(and(eq(weeks.squadId, squadId), gt(weekRevisions.opensAt, now), standing()))
    .orderBy(asc(weekRevisions.opensAt), desc(weekRevisions.revision))
    .limit(1)
    .get();
  if (!row) return null;
  const { opensAt, surprise, content } = row.revision;
  if (surprise) return { opensAt, about: null };
  const kit = kitOf(allItems(content), new Map(Object.entries(content.drills)));
  return { opensAt, about: { number: row.number, title: content.title, focus: content.focus, kit } };
}

/** What the newest revision of an open week changed beside the one before it; nothing for a first one. */
function changesOf(db: Db, open: OpenWeek): string[] {
  if (open.revision.revision === 1) return [];
  const before = db
    .select({ content: weekRevisions.content, opensAt: weekRevisions.opensAt })
    .from(weekRevisions)
    .where(and(eq(weekRevisions.weekId, open.week.id), eq(weekRevisions.revision, open.revision.revision - 1)))
    .get();
  // Whoever never saw the earlier one has nothing to be told.
  if (!before || before.opensAt > open.revision.releasedAt) return [];
  const names = new Map([...Object.entries(before.content.drills), ...Object.entries(open.revision.content.drills)]);
  return changesBetween(before.content, open.revision.content, names);
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

interface ForMember {
  content: PublishedWeek;
  swaps: ThisWeek['swaps'];
}

/** A week as one player does it: in the own school, for the own feet, with what the own home has no room or kit for swapped. */
export function contentFor(db: Db, squad: Squad, member: Member, given: PublishedWeek): ForMember {
  const content = weekFor(squad, member, given);
  const needsShelf = member.home !== null && Object.values(content.drills).some((drill) => !atHome(drill, member.home).can);
  const swaps = needsShelf ? swapsFor(content, member.home, [...shelfOf(db, squad.id).values()]) : [];
  return { content: withSwaps(content, swaps), swaps: swaps.map(({ instead, ...swap }) => ({ ...swap, instead: instead?.name ?? null })) };
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
  const { content, swaps } = open ? contentFor(db, squad, member, open.revision.content) : { content: null, swaps: [] };
  const judged = content ? scoresOfDrills(db, member.id, Object.keys(content.drills)) : [];
  const runner = runnerOf(member, judged);
  return {
    playerId: member.id,
    nickname: member.nickname,
    squad: { id: squad.id, name: squad.name, timeZone: squad.timeZone },
    week:
      open && content
        ? {
            id: open.week.id,
            revisionId: open.revision.id,
            number: open.week.number,
            opensAt: open.revision.opensAt,
            closesAt: open.revision.closesAt,
            content,
          }
        : null,
    changes: open ? changesOf(db, open) : [],
    upcoming: upcomingOf(db, squadId, now),
    home: member.home,
    swaps,
    runner: { ...runner, ownPace: { ...runner.ownPace } },
    numbers: content ? numbersOf(content, runner, judged) : [],
    done: open ? doneSessions(db, open.week.id, member.id) : [],
    again: open ? askedAgain(judged, open, drillNames(db, squadId)) : [],
    mayFilm: mayFilm(db, member.id),
    film: { height: squad.clipHeight, sound: squad.clipSound },
    ...streakViews(streakInput(db, squadId, member, squadDay(squad, now))),
    now,
  };
}
