import { and, asc, desc, eq, gt } from 'drizzle-orm';
import type { ThisWeek } from '../../contract/training.ts';
import { atHome, besideOf, type Drill, drillForPlayer } from '../../core/drills/index.ts';
import { allItems, changesBetween, type Given, kitOf, personalWeek } from '../../core/planning/index.ts';
import { t } from '../../core/text/translate.ts';
import { DONE_SHARE } from '../../core/training/index.ts';
import { type PublishedWeek, planFor, swapsFor, withSwaps } from '../../core/weeks/index.ts';
import type { Actor } from '../accounts/actor.ts';
import { filmsWithWeek } from '../clips/films/films.ts';
import { mayFilm, saidYesToSound } from '../consent/consent.ts';
import type { Context } from '../context.ts';
import { drillNames, liveShelf, shelfOf } from '../drills/shelf.ts';
import type { Db } from '../platform/db/connection.ts';
import { clips, evenings, runs, scores, weekRevisions, weeks } from '../platform/db/schema.ts';
import { Problem } from '../platform/problems.ts';
import { allow, asPlayer } from '../policy.ts';
import { linesOf } from '../progress/lines.ts';
import { shoesOf } from '../progress/shoes.ts';
import { clipAsks } from '../review/items.ts';
import { type JudgedScore, judgedScores } from '../scores/facts.ts';
import { keysOf, knownOfOne, numbersOf, ownTargetsOf, reachedOfOne, runnerOf } from '../scores/known.ts';
import { groupsOnDays } from '../squads/groups.ts';
import { ageOf, type Member, memberOf, type Squad, schoolOf, squadById, squadDay, weekFor } from '../squads/squads.ts';
import { streakStateOf } from '../streaks/days.ts';
import { knownDrills } from '../training/met.ts';
import { eveningsAhead } from '../weeks/evenings.ts';
import { computeGiven, giveWeek } from '../weeks/given.ts';
import { type OpenWeek, openWeekOf, standing } from '../weeks/weeks.ts';

/** Years under which a grown-up helps. */
const HELPED_UNDER = 8;

/** Goes of the open week that were asked for again and not done again since. */
export function askedAgain(db: Db, judged: readonly JudgedScore[], open: OpenWeek, drillName: (id: string) => string): ThisWeek['again'] {
  const mine = judged.filter((one) => one.score.weekId === open.week.id);
  return mine.flatMap((one) => {
    if (one.standing !== 'again please' || !one.decision) return [];
    const at = one.decision.at;
    const again = mine.some(
      (later) => later.score.itemId === one.score.itemId && later.score.foot === one.score.foot && later.score.receivedAt > at,
    );
    const line = linesOf(db, [one], drillName)[0];
    return again || !line ? [] : [{ sessionId: one.score.sessionId, itemId: one.score.itemId, line }];
  });
}

/** A player's goes of the open week, judged. */
export const goesOf = (db: Db, open: OpenWeek, playerId: string): JudgedScore[] =>
  judgedScores(db, and(eq(scores.weekId, open.week.id), eq(scores.playerId, playerId)));

/** Items of a week of which a player has sent a clip. */
const filmedIn = (db: Db, weekId: string, playerId: string): Set<string> =>
  new Set(
    db
      .select({ itemId: scores.itemId })
      .from(clips)
      .innerJoin(scores, eq(scores.id, clips.scoreId))
      .where(and(eq(scores.weekId, weekId), eq(clips.playerId, playerId)))
      .all()
      .map((row) => row.itemId),
  );

/** Drills of the open week of which a coach would like to see a clip, each once: asked for at a go, or by the week. */
function wantedClips(db: Db, squadId: string, playerId: string, week: { id: string; content: PublishedWeek }): ThisWeek['clipAsks'] {
  const { content } = week;
  const filmed = filmedIn(db, week.id, playerId);
  const wanted = new Set([
    ...clipAsks(db, squadId, playerId).flatMap((ask) => (ask.clipId === null ? [ask.drillId] : [])),
    ...allItems(content).flatMap((item) => (item.clip && item.scored && !filmed.has(item.id) ? [item.drillId] : [])),
  ]);
  return [...wanted].flatMap((drillId) => {
    const session = content.sessions.find((one) =>
      one.blocks.some((block) => block.items.some((item) => item.drillId === drillId && item.scored)),
    );
    return session ? [{ sessionId: session.id, drillId, drillName: content.drills[drillId]?.name ?? drillId }] : [];
  });
}

/** The week that opens next, so that kit can be found in time. Of a surprise only the hour is told. */
function upcomingOf(db: Db, squadId: string, playerId: string, now: number): ThisWeek['upcoming'] {
  const row = db
    .select({ number: weeks.number, startsOn: weeks.startsOn, revision: weekRevisions })
    .from(weekRevisions)
    .innerJoin(weeks, eq(weeks.id, weekRevisions.weekId))
    .where(and(eq(weeks.squadId, squadId), gt(weekRevisions.opensAt, now), standing()))
    .orderBy(asc(weekRevisions.opensAt), desc(weekRevisions.revision))
    .limit(1)
    .get();
  if (!row) return null;
  const { opensAt, surprise, content } = row.revision;
  if (surprise) return { opensAt, about: null };
  const group = groupsOnDays(db, squadId)(playerId, row.startsOn);
  const mine = planFor(content, group, (id) => content.drills[id]?.sides);
  const kit = kitOf(allItems(mine), new Map(Object.entries(content.drills)));
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

/** Neighbours on the stairs that a member may do for a day in the place of what is planned: by age, home and what the coach has on the shelf. */
function besideWeek(db: Db, squad: Squad, member: Member, content: PublishedWeek, now: number): NonNullable<ThisWeek['beside']> {
  const shelf = liveShelf(db, squad.id);
  const age = ageOf(member, squad, now);
  const may = (drill: Drill) =>
    (drill.minAge === null || age >= drill.minAge) && (drill.maxAge === null || age <= drill.maxAge) && atHome(drill, member.home).can;
  const school = schoolOf(squad, member);
  const drills: Record<string, Drill> = {};
  const named = (drill: Drill | null) => {
    if (drill) drills[drill.id] = drillForPlayer(drill, school, member.strongerFoot);
    return drill?.id ?? null;
  };
  const of = Object.values(content.drills).flatMap((drill) => {
    const { easier, harder } = besideOf(drill, shelf, (other) => may(other) && (other.school === null || other.school === school));
    return easier || harder ? [[drill.id, { easier: named(easier), harder: named(harder) }] as const] : [];
  });
  return { of: Object.fromEntries(of), drills };
}

/** Ids of the sessions of a week that a player has done. */
export function doneSessions(db: Db, weekId: string, playerId: string): string[] {
  const rows = db
    .select({ sessionId: runs.sessionId, share: runs.share, covers: evenings.covers })
    .from(runs)
    .leftJoin(evenings, eq(evenings.id, runs.eveningId))
    .where(and(eq(runs.weekId, weekId), eq(runs.playerId, playerId)))
    .all();
  // A live evening may have had but a part of its session.
  return [...new Set(rows.filter((run) => run.share * (run.covers ?? 1) >= DONE_SHARE).map((run) => run.sessionId))];
}

interface WeekOf {
  id: string;
  number: number;
  startsOn: string;
  content: PublishedWeek;
}

/**
 * A week as one player does it: in the own school and for the own feet, with what was given (or would be), with what the own home has no
 * room or kit for swapped, and with the numbers to beat.
 * @param give what the player is given, from what it would be by what is known now
 */
export function weekOfMember(db: Db, squad: Squad, member: Member, week: WeekOf, now: number, give: (compute: () => Given) => Given) {
  const planned = weekFor(squad, member, week.content);
  const given = give(() =>
    computeGiven(
      db,
      squad,
      member,
      { ...week, content: planned },
      knownOfOne(db, member.id, keysOf(planned)),
      now,
      shoesOf(db, squad, member, week.content),
    ),
  );
  const personal = personalWeek(planned, given);
  const needsShelf = member.home !== null && Object.values(personal.drills).some((drill) => !atHome(drill, member.home).can);
  const swaps = needsShelf ? swapsFor(personal, member.home, [...shelfOf(db, squad.id).values()]) : [];
  const content = withSwaps(personal, swaps);
  const known = knownOfOne(db, member.id, keysOf(content));
  const own = ownTargetsOf(db, week.id).get(member.id);
  return {
    content,
    swaps: swaps.map(({ instead, ...swap }) => ({ ...swap, instead: instead?.name ?? null })),
    runner: runnerOf(db, member, content),
    numbers: numbersOf({ content, member, squad, known, reached: reachedOfOne(db, member.id), own, steps: given.steps, at: now }),
  };
}

/** A player, in the squad that is looked at. @throws Problem "not found" for a player without any */
export function inView(db: Db, { playerId, squads }: { playerId: string; squads: readonly string[] }): { squad: Squad; member: Member } {
  const squadId = squads[0];
  if (!squadId) throw new Problem('not found', t('You are in no squad now. Ask your coach.'));
  return { squad: squadById(db, squadId), member: memberOf(db, squadId, playerId) };
}

/** The open week of a player's squad, with everything the visit needs. */
export function thisWeek(context: Context, actor: Actor): ThisWeek {
  const { db } = context;
  allow(db, actor, 'see this week');
  const player = asPlayer(actor);
  const { squad, member } = inView(db, player);
  const squadId = squad.id;
  const now = context.now();
  const open = openWeekOf(db, squadId, now);
  const mine = open
    ? weekOfMember(db, squad, member, { ...open.week, content: open.revision.content }, now, (compute) =>
        giveWeek(db, squad, member, open.revision, compute, now),
      )
    : null;
  const content = mine?.content ?? null;
  const beside = content ? besideWeek(db, squad, member, content, now) : null;
  const judged = open ? goesOf(db, open, member.id) : [];
  const films = mayFilm(db, member.id);
  const { streak, strip } = streakStateOf(db, squadId, member, squadDay(squad, now));
  return {
    playerId: member.id,
    nickname: member.nickname,
    young: ageOf(member, squad, now) < HELPED_UNDER,
    pictures: member.pictures,
    squad: { id: squad.id, name: squad.name, timeZone: squad.timeZone },
    squads: [...player.squads].sort().map((id) => ({ id, name: squadById(db, id).name })),
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
    upcoming: upcomingOf(db, squadId, member.id, now),
    home: member.home,
    swaps: mine?.swaps ?? [],
    runner: mine?.runner ?? runnerOf(db, member, null),
    numbers: mine?.numbers ?? [],
    met: content ? knownDrills(db, member.id, now).filter((id) => id in content.drills || id in (beside?.drills ?? {})) : [],
    ...(beside ? { beside } : {}),
    done: open ? doneSessions(db, open.week.id, member.id) : [],
    together: eveningsAhead(db, squadId, now).map((one) => one.view),
    again: open ? askedAgain(db, judged, open, drillNames(db, squadId)) : [],
    mayFilm: films,
    clipAsks: content && films ? wantedClips(db, squadId, member.id, { id: open?.week.id ?? '', content }) : [],
    films: filmsWithWeek(db, squadId, open && content ? { id: open.week.id, drills: Object.keys(content.drills) } : null),
    film: { height: squad.clipHeight, sound: squad.clipSound && saidYesToSound(db, member.id) },
    streak,
    strip,
    now,
  };
}
