import { and, desc, eq, inArray } from 'drizzle-orm';
import type { DrillProgress, FootProgress, MyFeet, StairsView } from '../../contract/progress.ts';
import { mondayOf } from '../../core/calendar/days.ts';
import { BETTER, type Drill, FEET, type Foot, type Measure, resultUnit, stairsThrough } from '../../core/drills/index.ts';
import { grouped } from '../../core/grouped.ts';
import {
  beats,
  dipOf,
  footBalance,
  footLedger,
  GOES_FOR_NEXT,
  lastOf,
  medianOfLast,
  milestonesOf,
  recordOf,
  trendOf,
} from '../../core/progress/index.ts';
import { doseInWords } from '../../core/scores/index.ts';
import { nextBetter, type Own, stretchNumber } from '../../core/targets/index.ts';
import { t } from '../../core/text/translate.ts';
import type { Dose } from '../../core/weeks/index.ts';
import type { Actor } from '../accounts/actor.ts';
import type { Context } from '../context.ts';
import { drillNames, shelfOf } from '../drills/shelf.ts';
import type { Db } from '../platform/db/connection.ts';
import { clips, scores, weeks } from '../platform/db/schema.ts';
import { Problem } from '../platform/problems.ts';
import { allow, asPlayer } from '../policy.ts';
import { dosesOf } from '../progress/doses.ts';
import { linesOf } from '../progress/lines.ts';
import { newRecordOf } from '../progress/records.ts';
import { type Counted, isCounted, keyOfBoth, repsOf } from '../scores/counted.ts';
import { judgedByIds } from '../scores/facts.ts';
import { type Figure, figuresOf, scoresWithWords } from '../scores/figures.ts';
import { aimFor, knownOfOne, reachedOfOne } from '../scores/known.ts';
import { type Member, memberOf, squadById, squadDay } from '../squads/squads.ts';
import { streakStateOf } from '../streaks/days.ts';
import { tablesFor } from '../tables/tables.ts';

/** Weeks of bests that go along with each drill; the curve has them all. */
const WEEKS_SENT = 12;

function footProgress(foot: Foot, list: readonly Counted[], dose: Dose, { now, stretch: known }: Asked): FootProgress {
  const better = BETTER[dose.measure];
  const record = recordOf(list, better);
  const last = lastOf(list);
  const own = { record: record?.result ?? null, recent: list.slice(-GOES_FOR_NEXT), at: now };
  const stretch = stretchNumber({ ...own, ...known(list[0]?.recordKey ?? '', dose.measure) }, dose.measure);
  return {
    foot,
    record: record && { result: record.result, at: record.doneAt, clocked: record.clocked, checkedByClip: record.byClip },
    last: last && { result: last.result, at: last.doneAt },
    median: medianOfLast(list),
    next: record && dose.measure !== 'time on' ? (stretch ?? nextBetter(record.result, dose)) : null,
    trend: trendOf(list, better),
    dip: dipOf(list, better).now,
  };
}

/** Numbers of weeks by id, and of the days of a result from paper by its Monday. */
export interface WeekNumbers {
  byId: ReadonlyMap<string, number>;
  byMonday: ReadonlyMap<string, number>;
}

export function weekNumbers(db: Db, squadId: string): WeekNumbers {
  const rows = db
    .select({ id: weeks.id, number: weeks.number, startsOn: weeks.startsOn })
    .from(weeks)
    .where(eq(weeks.squadId, squadId))
    .all();
  return { byId: new Map(rows.map((w) => [w.id, w.number])), byMonday: new Map(rows.map((w) => [w.startsOn, w.number])) };
}

/** The number of the week a figure belongs to; 0 for one from before the first. */
export const weekOf = (figure: Figure, numbers: WeekNumbers): number =>
  (figure.weekId === null ? figure.day && numbers.byMonday.get(mondayOf(figure.day)) : numbers.byId.get(figure.weekId)) || 0;

/** Best of each week by foot, oldest first. */
export function weeksOf(counted: readonly Counted[], better: 'more' | 'less', numbers: WeekNumbers): DrillProgress['weeks'] {
  const byWeek = new Map<number, { number: number; left: number | null; right: number | null; both: number | null }>();
  for (const one of counted) {
    const number = weekOf(one, numbers);
    const row = byWeek.get(number) ?? { number, left: null, right: null, both: null };
    byWeek.set(number, row);
    const held = row[one.foot];
    if (held === null || beats(one.result, held, better)) row[one.foot] = one.result;
  }
  return [...byWeek.values()].sort((a, b) => a.number - b.number);
}

interface Asked {
  db: Db;
  drillName(id: string): string;
  numbers: WeekNumbers;
  /** Doses of the newest result under each key, by score. */
  doses: ReadonlyMap<string, Dose>;
  now: number;
  /** What else a stretch number rests on, so that it is the one of this week. */
  stretch(key: string, measure: Measure): Pick<Own, 'reached' | 'shown' | 'aim'>;
}

/** Touches on each surface, by score. */
function partsOf(db: Db, counted: readonly Counted[]): Map<string, Record<string, number> | null> {
  const ids = counted.map((one) => one.scoreId);
  const rows = db.select({ id: scores.id, parts: scores.parts }).from(scores).where(inArray(scores.id, ids)).all();
  return new Map(rows.map((row) => [row.id, row.parts]));
}

/** What the results of one drill at one dose come to. */
export function drillProgress(key: string, counted: readonly Counted[], asked: Asked): DrillProgress {
  const { db, drillName, numbers, doses } = asked;
  const newest = counted.at(-1);
  const dose = newest && doses.get(newest.scoreId);
  if (!newest || !dose) throw new RangeError('A drill without a result has no progress.');
  const better = BETTER[dose.measure];
  const of = (foot: Foot) => counted.filter((one) => one.foot === foot);
  const feet = FEET.filter((foot) => of(foot).length > 0);
  const full = dose.measure === 'surfaces' ? { reps: dose.reps, surfaces: dose.surfaces.length } : null;
  const parts = full === null ? null : partsOf(db, counted);
  return {
    key,
    drillId: newest.drillId,
    drillName: drillName(newest.drillId),
    measure: dose.measure,
    doseWords: doseInWords(dose),
    unit: resultUnit(dose.measure),
    better,
    feet: feet.map((foot) => footProgress(foot, of(foot), dose, asked)),
    balance: footBalance(of('left'), of('right'), better),
    weeks: weeksOf(counted, better, numbers).slice(-WEEKS_SENT),
    milestones: feet.flatMap((foot) =>
      milestonesOf(
        of(foot).map(({ result, doneAt, scoreId }) => ({ result, doneAt, parts: parts?.get(scoreId) ?? null })),
        dose.measure,
        full,
      ).map(({ label, doneAt }) => ({ label, foot, at: doneAt })),
    ),
  };
}

/** Counted results by record key without the foot, the drill done last first. */
export function byDrill(figures: readonly Figure[]): Map<string, Counted[]> {
  const groups = grouped(figures.filter(isCounted), (one) => keyOfBoth(one.recordKey));
  return new Map([...groups].sort(([, a], [, b]) => (b.at(-1)?.doneAt ?? 0) - (a.at(-1)?.doneAt ?? 0)));
}

const STAIRCASES = 3;

/** Staircases through what was done last, each drill in one of them, with the feet that have a counted number on each step. */
export function stairsOf(shelf: readonly Drill[], drillIds: readonly string[], figures: readonly Figure[]): StairsView[] {
  const reached = new Map<string, Set<Foot>>();
  for (const one of figures) {
    if (!isCounted(one)) continue;
    const feet = reached.get(one.drillId);
    if (feet) feet.add(one.foot);
    else reached.set(one.drillId, new Set([one.foot]));
  }
  const feetOn = (id: string): StairsView['stairs'][number]['reached'] => {
    const feet = reached.get(id);
    if (!feet) return null;
    if (feet.has('both') || (feet.has('left') && feet.has('right'))) return 'both';
    return feet.has('left') ? 'left' : 'right';
  };
  const shown = new Set<string>();
  const staircases: StairsView[] = [];
  for (const id of drillIds) {
    if (staircases.length >= STAIRCASES) break;
    if (shown.has(id)) continue;
    const stairs = stairsThrough(shelf, id);
    if (stairs.length < 2) continue;
    for (const one of stairs) shown.add(one.id);
    staircases.push({
      name: stairs.find((one) => one.id === id)?.name ?? id,
      stairs: stairs.map((one) => ({ id: one.id, name: one.name, reached: feetOn(one.id), here: one.id === id })),
    });
  }
  return staircases;
}

const LINES_SHOWN = 30;

/** The newest answers of the coaches to a player, whatever squad they are of. */
export function linesFor(db: Db, playerId: string, drillName: (id: string) => string, most = LINES_SHOWN) {
  return linesOf(db, judgedByIds(db, scoresWithWords(db, playerId, most)), drillName, most);
}

/** Everything of a player that both My feet and the coach's page show. */
export function feetOf(context: Context, squadId: string, member: Member) {
  const { db } = context;
  const now = context.now();
  const squad = squadById(db, squadId);
  const today = squadDay(squad, now);
  const figures = figuresOf(db, squadId, member.id);
  const { streak, strip, lastDay } = streakStateOf(db, squadId, member, today);
  const kept = db
    .select({ id: clips.id, drillId: scores.drillId, foot: scores.foot, at: scores.doneAt })
    .from(clips)
    .innerJoin(scores, eq(scores.id, clips.scoreId))
    .where(and(eq(clips.playerId, member.id), eq(clips.state, 'kept'), eq(scores.playerId, member.id)))
    .orderBy(desc(clips.keptAt))
    .all();
  const drillName = drillNames(db, squadId);
  const groups = byDrill(figures);
  const newest = [...groups.values()].flatMap((counted) => counted.at(-1) ?? []);
  const known = knownOfOne(db, member.id, [...new Set(figures.map((one) => one.recordKey))]);
  const reached = reachedOfOne(db, member.id);
  const asked: Asked = {
    ...{ db, drillName, numbers: weekNumbers(db, squadId), doses: dosesOf(db, newest), now },
    stretch: (key, measure) => ({ shown: known.get(key)?.shown ?? null, reached: reached.get(measure), aim: aimFor(squad, member) }),
  };
  const drills = [...groups].map(([key, counted]) => drillProgress(key, counted, asked));
  const shelf = [...shelfOf(db, squadId).values()];
  const shared = {
    playerId: member.id,
    nickname: member.nickname,
    pictures: member.pictures,
    timeZone: squad.timeZone,
    streak,
    strip,
    ledger: footLedger(figures.flatMap(repsOf)),
    stairs: stairsOf(
      shelf,
      drills.map((drill) => drill.drillId),
      figures,
    ),
    lines: linesFor(db, member.id, drillName),
    clips: kept.map(({ drillId, ...clip }) => ({ ...clip, drillName: drillName(drillId) })),
  };
  return { shared, drills, groups, figures, squad, lastDay, today, shelf, asked };
}

const WAITING_SHOWN = 5;

/** The newest numbers that wait for a coach: they are there, and say so. */
function waitingOf(db: Db, figures: readonly Figure[], drillName: (id: string) => string): NonNullable<MyFeet['waiting']> {
  const ids = figures.filter((one) => one.standing === 'waiting for the coach').map((one) => one.scoreId);
  if (ids.length === 0) return [];
  return db
    .select({
      scoreId: scores.id,
      drillId: scores.drillId,
      foot: scores.foot,
      value: scores.value,
      faults: scores.faults,
      at: scores.doneAt,
    })
    .from(scores)
    .where(inArray(scores.id, ids.slice(-WAITING_SHOWN)))
    .orderBy(desc(scores.doneAt))
    .all()
    .flatMap(({ drillId, value, ...one }) => (value === null ? [] : [{ ...one, value, drillName: drillName(drillId) }]));
}

export function myFeet(context: Context, actor: Actor): MyFeet {
  const { db } = context;
  allow(db, actor, 'see my feet');
  const player = asPlayer(actor);
  const squadId = player.squads[0];
  if (!squadId) throw new Problem('not found', t('You are in no squad now. Ask your coach.'));
  const { shared, drills, figures, asked } = feetOf(context, squadId, memberOf(db, squadId, player.playerId));
  const { weekId: _, ...tables } = tablesFor(context, squadId, null, player.playerId);
  return {
    ...shared,
    drills,
    newRecord: newRecordOf(db, figures, asked.drillName, context.now()),
    waiting: waitingOf(db, figures, asked.drillName),
    tables: tables.school === 'off' ? null : tables,
  };
}
