import { and, asc, eq, gte, inArray } from 'drizzle-orm';
import type { SeasonDraft, SeasonOnSheet, SeasonWeek } from '../../contract/season.ts';
import { addDays, mondayOf } from '../../core/calendar/days.ts';
import { atHome, type Family, type Foot } from '../../core/drills/index.ts';
import { grouped } from '../../core/grouped.ts';
import { mondaysOf, type SeasonPlan, THEMES } from '../../core/planning/season/plan.ts';
import { footLedger } from '../../core/progress/index.ts';
import { DONE_SHARE } from '../../core/training/index.ts';
import type { Actor } from '../accounts/actor.ts';
import type { Context } from '../context.ts';
import { liveShelf } from '../drills/shelf.ts';
import type { Db } from '../platform/db/connection.ts';
import { prepared } from '../platform/db/prepared.ts';
import { squadBreaks, weekRevisions, weeks } from '../platform/db/schema.ts';
import { allow } from '../policy.ts';
import { REP_MEASURES } from '../scores/counted.ts';
import { type Member, membersOf, squadById, squadDay } from '../squads/squads.ts';
import { copySeason, saveSeason, seasonOf } from '../weeks/seasons.ts';
import { releasedBefore } from './planner-facts.ts';

/** Weeks that are looked back on to see which families were met least. */
const LOOKED_BACK = 8;
/** A theme needs a choice of drills. */
const DRILLS_LEAST = 3;

/** Families that at least half of a squad can train at home, the ones met least in the last weeks first. */
function familiesOf(db: Db, squadId: string, members: readonly Member[]): Family[] {
  const shelf = liveShelf(db, squadId);
  const forMost = [...shelf.values()].filter(
    (drill) => 2 * members.filter((member) => member.home === null || atHome(drill, member.home).can).length >= members.length,
  );
  const met = new Map<Family, number>();
  for (const { content } of releasedBefore(db, squadId, Number.MAX_SAFE_INTEGER, LOOKED_BACK))
    for (const item of content.sessions.flatMap((session) => session.blocks.flatMap((block) => block.items))) {
      const family = content.drills[item.drillId]?.family;
      if (family) met.set(family, (met.get(family) ?? 0) + 1);
    }
  return THEMES.filter((family) => forMost.filter((drill) => drill.family === family).length >= DRILLS_LEAST).toSorted(
    (a, b) => (met.get(a) ?? 0) - (met.get(b) ?? 0),
  );
}

const trainedQuery = prepared((db) =>
  db.$client.prepare(
    `select w.value as week, (select count(*) from json_each(@players) p
       where exists (select 1 from runs r where r.week_id = w.value and r.player_id = p.value and r.share >= @share)
         or exists (select 1 from score_figures f where f.week_id = w.value and f.player_id = p.value)) as trained
     from json_each(@weeks) w`,
  ),
);
const repsQuery = prepared((db) =>
  db.$client.prepare(
    `select week_id as week, foot, sum(counts) as reps from score_figures
     where week_id in (select value from json_each(@weeks)) and player_id in (select value from json_each(@players))
       and measure in (select value from json_each(@measures)) and counts is not null
     group by 1, 2`,
  ),
);

/** Who of a squad trained in some weeks, and the touches of each foot, added up by the database. */
function cameIn(db: Db, players: readonly string[], weekIds: readonly string[]) {
  const asked = { players: JSON.stringify(players), weeks: JSON.stringify(weekIds) };
  const trained = trainedQuery(db).all({ ...asked, share: DONE_SHARE }) as { week: string; trained: number }[];
  const reps = repsQuery(db).all({ ...asked, measures: JSON.stringify(REP_MEASURES) }) as { week: string; foot: Foot; reps: number }[];
  const byWeek = grouped(reps, (row) => row.week);
  return new Map(
    trained.map((row) => {
      const { left, right } = footLedger(byWeek.get(row.week) ?? []);
      return [row.week, { trained: row.trained, players: players.length, left, right }] as const;
    }),
  );
}

/** What is known of each week of a season. */
function weeksOf(context: Context, squadId: string, plan: SeasonPlan, members: readonly Member[]): SeasonWeek[] {
  const { db, now } = context;
  const mondays = mondaysOf(plan);
  const made = db
    .select({ id: weeks.id, number: weeks.number, startsOn: weeks.startsOn, plan: weeks.plan })
    .from(weeks)
    .where(eq(weeks.squadId, squadId))
    .all()
    .filter((week) => mondays.includes(week.startsOn));
  const ids = made.map((week) => week.id);
  const opened = new Map(
    db
      .select({ week: weekRevisions.weekId, opensAt: weekRevisions.opensAt })
      .from(weekRevisions)
      .where(inArray(weekRevisions.weekId, ids))
      .all()
      .map((row) => [row.week, row.opensAt]),
  );
  const players = members.map((member) => member.id);
  const came = cameIn(db, players, ids);
  return mondays.map((startsOn): SeasonWeek => {
    const week = made.find((one) => one.startsOn === startsOn);
    const row = week && came.get(week.id);
    const begun = week ? (opened.get(week.id) ?? Number.POSITIVE_INFINITY) <= now() : false;
    return {
      startsOn,
      week: week ? { id: week.id, number: week.number, title: week.plan.title, released: opened.has(week.id) } : null,
      came: row && begun ? row : null,
    };
  });
}

function sheetOf(context: Context, actor: Actor, squadId: string): SeasonOnSheet {
  const { db, now } = context;
  const squad = squadById(db, squadId);
  const members = membersOf(db, squadId);
  const season = seasonOf(db, squadId);
  const monday = mondayOf(squadDay(squad, now()));
  const others = actor.kind === 'coach' ? actor.squads.filter((id) => id !== squadId) : [];
  return {
    squad: { id: squad.id, name: squad.name },
    season,
    weeks: season ? weeksOf(context, squadId, season.plan, members) : [],
    breaks: db
      .select({ from: squadBreaks.from, to: squadBreaks.to, title: squadBreaks.title })
      .from(squadBreaks)
      .where(and(eq(squadBreaks.squadId, squadId), gte(squadBreaks.to, season?.plan.startsOn ?? monday)))
      .orderBy(asc(squadBreaks.from))
      .all(),
    nextMonday: addDays(monday, 7),
    families: familiesOf(db, squadId, members),
    others: others.flatMap((id) => {
      const other = seasonOf(db, id);
      return other ? [{ squad: id, squadName: squadById(db, id).name, title: other.plan.title, weeks: other.plan.weeks }] : [];
    }),
  };
}

/** The season of a squad on one sheet. */
export function seasonSheet(context: Context, actor: Actor, input: { squad: string }): SeasonOnSheet {
  allow(context.db, actor, 'see the season', input);
  return sheetOf(context, actor, input.squad);
}

export function saveSeasonSheet(context: Context, actor: Actor, input: { squad: string } & SeasonDraft): SeasonOnSheet {
  saveSeason(context, actor, input);
  return sheetOf(context, actor, input.squad);
}

export function copySeasonSheet(
  context: Context,
  actor: Actor,
  input: { squad: string; id: string; from: string; startsOn: string },
): SeasonOnSheet {
  copySeason(context, actor, input);
  return sheetOf(context, actor, input.squad);
}
