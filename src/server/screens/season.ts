import { and, eq, gte } from 'drizzle-orm';
import { mean, median } from 'simple-statistics';
import type { Calibration, GroundRow, NotThereYet, Reach, WeekComparison, WeekSide } from '../../contract/tables.ts';
import { trainingDay } from '../../core/calendar/days.ts';
import { DAY_MS } from '../../core/calendar/lengths.ts';
import { BETTER, type Drill, type Foot, LESS_IS_BETTER, type Measure, resultUnit } from '../../core/drills/index.ts';
import { grouped } from '../../core/grouped.ts';
import { beats, doneOnTime, footBalance, footLedger, recordOf, type TimedResult } from '../../core/progress/index.ts';
import { doseInWords } from '../../core/scores/index.ts';
import { aimedAt, bandAt, meets } from '../../core/targets/index.ts';
import { DONE_SHARE } from '../../core/training/index.ts';
import { type Dose, sessionsFor } from '../../core/weeks/index.ts';
import type { Actor } from '../accounts/actor.ts';
import type { Context } from '../context.ts';
import { drillNames, shelfOf } from '../drills/shelf.ts';
import type { Db } from '../platform/db/connection.ts';
import { prepared } from '../platform/db/prepared.ts';
import { runs } from '../platform/db/schema.ts';
import { allow } from '../policy.ts';
import { doseOfFigure } from '../progress/doses.ts';
import { recordsIn } from '../progress/records.ts';
import { bestForBand, isCounted, keyOfBoth, repsOf } from '../scores/counted.ts';
import { type Figure, figuresOfWeeks } from '../scores/figures.ts';
import { aimFor, reachedOf } from '../scores/known.ts';
import { groupsOnDays } from '../squads/groups.ts';
import { type Member, membersOf, type Squad, squadById } from '../squads/squads.ts';
import { shownWeek } from '../tables/tables.ts';
import { type OutlinedWeek, releasedWeeks } from '../weeks/outlines.ts';

const GROUND_WEEKS = 4;

/** The counted results of one player under one record key. */
interface Done {
  playerId: string;
  recordKey: string;
  drillId: string;
  measure: Measure;
  foot: Foot;
  /** One score of them, to look the dose up by. */
  sample: string;
  results: (TimedResult & { banded: number })[];
}

const doneQuery = prepared((db) =>
  db.$client.prepare(`select player_id as playerId, record_key as recordKey, drill_id as drillId, measure, foot, min(score_id) as sample,
    json_group_array(json_array(result, done_at, coalesce(banded, result))) as results
    from score_figures where week_id in (select value from json_each(?)) and result is not null group by player_id, record_key`),
);

/** What was counted in some weeks, put together by SQLite: tens of thousands of goes come out as one line for each player and key. */
function doneInWeeks(db: Db, weekIds: readonly string[]): Done[] {
  const rows = doneQuery(db).all(JSON.stringify(weekIds)) as (Omit<Done, 'results'> & { results: string })[];
  return rows.map((row) => ({
    ...row,
    results: (JSON.parse(row.results) as [number, number, number][]).map(([result, doneAt, banded]) => ({ result, doneAt, banded })),
  }));
}

function groundRow(key: string, list: readonly Done[], dose: Dose, drill: Drill, members: ReadonlyMap<string, Member>): GroundRow | null {
  const better = BETTER[dose.measure];
  const notYet: string[] = [];
  const has: string[] = [];
  const balances: number[] = [];
  let estimated = false;
  for (const [playerId, mine] of grouped(list, (one) => one.playerId)) {
    const member = members.get(playerId);
    const band = member && bandAt(drill, dose, member.level);
    if (!member || !band) continue;
    estimated ||= band.estimated;
    // Left and right are never added up to meet a band: each foot that was done has to.
    const met = mine.every((one) => meets(bestForBand(one.results, better), band.number, dose));
    (met ? has : notYet).push(member.nickname);
    const of = (foot: Foot) => mine.find((one) => one.foot === foot)?.results ?? [];
    const balance = footBalance(of('left'), of('right'), better);
    if (balance) balances.push(balance.balance);
  }
  const tried = has.length + notYet.length;
  if (tried === 0) return null;
  const byName = (a: string, b: string) => a.localeCompare(b, 'en');
  return {
    key,
    drillId: drill.id,
    drillName: drill.name,
    doseWords: doseInWords(dose),
    tried,
    met: has.length,
    has: has.sort(byName),
    notYet: notYet.sort(byName),
    balance: balances.length > 0 ? median(balances) : null,
    estimated,
  };
}

/** What the squad cannot do yet: of each drill of the last four weeks, the share that met the band of the own level. */
export function ground(context: Context, actor: Actor, input: { squad: string }): NotThereYet {
  allow(context.db, actor, 'see the register', input);
  return notThereYetOf(context, input.squad);
}

/** The ground of a squad, for somebody already let in. */
export function notThereYetOf({ db, now }: Context, squadId: string): NotThereYet {
  const opened = releasedWeeks(db, squadId).filter((one) => one.revision.opensAt <= now());
  const weeks = opened.slice(0, GROUND_WEEKS);
  const members = membersOf(db, squadId);
  const byId = new Map(members.map((member) => [member.id, member]));
  const shelf = shelfOf(db, squadId);
  const rows: GroundRow[] = [];
  const done = doneInWeeks(
    db,
    weeks.map((one) => one.week.id),
  );
  for (const [key, list] of grouped(done, (one) => keyOfBoth(one.recordKey))) {
    const first = list[0];
    const drill = first && shelf.get(first.drillId);
    const row = first && drill ? groundRow(key, list, doseOfFigure(db, { scoreId: first.sample, weekId: '' }), drill, byId) : null;
    if (row) rows.push(row);
  }
  rows.sort((a, b) => a.met / a.tried - b.met / b.tried || b.tried - a.tried);
  return { weeks: weeks.length, players: members.length, rows };
}

/** Counted reps of each foot. */
function touchesOf(figures: readonly Figure[]): { left: number; right: number } {
  const { left, right } = footLedger(figures.flatMap(repsOf));
  return { left, right };
}

const nameOf = ({ week, outline }: OutlinedWeek) => ({ id: week.id, number: week.number, title: outline.title });

interface SideOf {
  shown: OutlinedWeek;
  figures: Figure[];
  /** Sessions that were set for all players together. */
  set: number;
  /** Sessions done by player, and how many of them on time. */
  done: Map<string, { done: number; onTime: number }>;
}

function sideOf(db: Db, squadId: string, shown: OutlinedWeek, memberIds: ReadonlySet<string>): SideOf {
  const ran = db
    .select({ playerId: runs.playerId, sessionId: runs.sessionId, day: runs.day })
    .from(runs)
    .where(and(eq(runs.weekId, shown.week.id), gte(runs.share, DONE_SHARE)))
    .all()
    .filter((run) => memberIds.has(run.playerId));
  const groupOn = groupsOnDays(db, squadId);
  const sessionsOf = (playerId: string) => sessionsFor(shown.outline.sessions, groupOn(playerId, shown.week.startsOn));
  const done = new Map<string, { done: number; onTime: number }>();
  for (const [playerId, list] of grouped(ran, (run) => run.playerId))
    done.set(playerId, doneOnTime(shown.week.startsOn, sessionsOf(playerId), list));
  const figures = figuresOfWeeks(db, [shown.week.id]).filter((one) => memberIds.has(one.playerId));
  const set = [...memberIds].reduce((sum, id) => sum + sessionsOf(id).length, 0);
  return { shown, figures, done, set };
}

function viewOf({ shown, figures, done, set }: SideOf): WeekSide {
  const all = [...done.values()];
  return {
    week: nameOf(shown),
    set,
    done: all.reduce((sum, one) => sum + one.done, 0),
    onTime: all.reduce((sum, one) => sum + one.onTime, 0),
    trained: new Set([...done.keys(), ...figures.map((one) => one.playerId)]).size,
    goes: figures.length,
    touches: touchesOf(figures),
    records: recordsIn(figures).length,
  };
}

/** What one week of a squad came to. */
export const sideView = (db: Db, squadId: string, shown: OutlinedWeek, members: readonly Member[]): WeekSide =>
  viewOf(sideOf(db, squadId, shown, new Set(members.map((member) => member.id))));

function drillsOfBoth(db: Db, a: SideOf, b: SideOf, drillName: (id: string) => string): WeekComparison['drills'] {
  const [left, right] = [grouped(a.figures, (one) => one.recordKey), grouped(b.figures, (one) => one.recordKey)];
  return [...left].flatMap(([key, before]) => {
    const after = right.get(key);
    const sample = before[0];
    if (!after || !sample || sample.measure === 'time on') return [];
    const better = BETTER[sample.measure];
    const bests = (list: readonly Figure[]) =>
      new Map(
        [...grouped(list.filter(isCounted), (one) => one.playerId)].map(([id, mine]) => [id, recordOf(mine, better)?.result ?? 0] as const),
      );
    const [was, is] = [bests(before), bests(after)];
    const both = [...was.keys()].filter((id) => is.has(id));
    if (both.length === 0) return [];
    const of = (map: Map<string, number>) => median(both.map((id) => map.get(id) ?? 0));
    return [
      {
        key,
        drillName: drillName(sample.drillId),
        doseWords: doseInWords(doseOfFigure(db, sample)),
        foot: sample.foot,
        unit: resultUnit(sample.measure),
        better,
        a: of(was),
        b: of(is),
        players: both.length,
        improved: both.filter((id) => beats(is.get(id) ?? 0, was.get(id) ?? 0, better)).length,
      },
    ];
  });
}

/** Two weeks of a squad side by side. */
export function compareWeeks(
  context: Context,
  actor: Actor,
  input: { squad: string; a?: string | undefined; b?: string | undefined },
): WeekComparison {
  const { db } = context;
  allow(db, actor, 'see the register', { squad: input.squad });
  squadById(db, input.squad);
  const released = releasedWeeks(db, input.squad);
  const now = context.now();
  const later = shownWeek(released, input.b ?? null, now);
  const before = later ? released[released.indexOf(later) + 1] : undefined;
  const earlier = input.a ? shownWeek(released, input.a, now) : (before ?? null);
  const weeks = released.map(nameOf);
  if (!later || !earlier) return { weeks, a: null, b: null, drills: [], players: [] };
  const members = membersOf(db, input.squad);
  const ids = new Set(members.map((member) => member.id));
  const [a, b] = [sideOf(db, input.squad, earlier, ids), sideOf(db, input.squad, later, ids)];
  const [ofA, ofB] = [grouped(a.figures, (one) => one.playerId), grouped(b.figures, (one) => one.playerId)];
  const touches = (list: readonly Figure[] = []) => {
    const { left, right } = touchesOf(list);
    return left + right;
  };
  return {
    weeks,
    a: viewOf(a),
    b: viewOf(b),
    drills: drillsOfBoth(db, a, b, drillNames(db, input.squad)).sort((x, y) => x.drillName.localeCompare(y.drillName, 'en')),
    players: members.map(({ id, nickname }) => ({
      playerId: id,
      nickname,
      doneA: a.done.get(id)?.done ?? 0,
      doneB: b.done.get(id)?.done ?? 0,
      touchesA: touches(ofA.get(id)),
      touchesB: touches(ofB.get(id)),
      recordsA: recordsIn(ofA.get(id) ?? []).length,
      recordsB: recordsIn(ofB.get(id) ?? []).length,
    })),
  };
}

/** How far back the numbers are held to what came of them. */
const PERIOD_DAYS = 28;
const PERIODS = 7;

const reachQuery = prepared((db) =>
  db.$client.prepare(`select player_id as playerId, measure, cast((done_at - @since) / @period as integer) as period, stretch_given as given,
    count(*) as goes, sum(case when measure in (select value from json_each(@less)) then judged <= stretch else judged >= stretch end) as reached
    from score_figures indexed by figures_stretch where squad_id = @squad and done_at >= @since and stretch is not null and judged is not null
    group by 1, 2, 3, 4`),
);

interface ReachRow extends Omit<Reach, 'name'> {
  playerId: string;
  measure: Measure;
  period: number;
  given: number;
}

function reachBy<K extends string>(rows: readonly ReachRow[], keyOf: (row: ReachRow) => K): (Omit<Reach, 'name'> & { name: K })[] {
  const by = [...grouped(rows, keyOf)].map(([name, list]) => ({
    name,
    goes: list.reduce((sum, row) => sum + row.goes, 0),
    reached: list.reduce((sum, row) => sum + row.reached, 0),
  }));
  return by.sort((a, b) => a.name.localeCompare(b.name, 'en'));
}

/** By how many points in a hundred the next numbers of each measure are made easier than the aim, on the mean of the players who had some. */
function easierBy(db: Db, squad: Squad, members: readonly Member[]): (measure: Measure) => number {
  const ids = members.map((member) => member.id);
  const reached = reachedOf(db, ids);
  return (measure) => {
    const moved = members.flatMap((member) => {
      const list = reached.get(member.id)?.get(measure);
      const aim = aimFor(squad, member);
      return list ? [aimedAt(list, aim) - aim] : [];
    });
    return moved.length === 0 ? 0 : Math.round(100 * mean(moved));
  };
}

/** How often stretch numbers were reached in the last 28 weeks, counted by the database: nothing of a season is read. */
export function calibration(context: Context, actor: Actor, input: { squad: string }): Calibration {
  const { db } = context;
  allow(db, actor, 'see the register', input);
  const squad = squadById(db, input.squad);
  const { timeZone } = squad;
  const period = PERIOD_DAYS * DAY_MS;
  const since = context.now() - PERIODS * period;
  // Who left, or is leaving, is in no list and in no sum; names belong to ids, so that two players of one name stay two.
  const members = membersOf(db, input.squad);
  const nicknames = new Map(members.map((member) => [member.id, member.nickname]));
  const easier = easierBy(db, squad, members);
  const rows = reachQuery(db).all({ squad: input.squad, since, period, less: JSON.stringify(LESS_IS_BETTER) }) as ReachRow[];
  const all = rows.filter((row) => nicknames.has(row.playerId));
  const from = (row: ReachRow) => trainingDay(since + row.period * period, timeZone);
  const given = all.filter((row) => row.given === 1);
  // Where no number was ever given by the rule, what it would have given is shown in its place.
  const shown = given.length > 0 ? given : all;
  const one = (name: string, rows: readonly ReachRow[]): Reach => reachBy(rows, () => name)[0] ?? { name, goes: 0, reached: 0 };
  return {
    given: one('given', given),
    reckoned: one('reckoned', all),
    aim: squad.stretchAim,
    byMeasure: reachBy(shown, (row) => row.measure).map((row) => ({ ...row, easier: easier(row.name) })),
    byPeriod: reachBy(shown, from),
    byPlayer: reachBy(shown, (row) => row.playerId)
      .map((row) => ({ ...row, playerId: row.name, name: nicknames.get(row.name) ?? '' }))
      .sort((a, b) => a.name.localeCompare(b.name, 'en') || a.playerId.localeCompare(b.playerId)),
  };
}
