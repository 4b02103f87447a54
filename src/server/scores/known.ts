import { and, asc, desc, eq, gt, inArray, sql } from 'drizzle-orm';
import { median } from 'simple-statistics';
import type { NumberToBeat, ThisWeek } from '../../contract/training.ts';
import { BETTER, type Drill, FEET, type Foot, LESS_IS_BETTER, MEASURES, type Measure } from '../../core/drills/index.ts';
import { grouped } from '../../core/grouped.ts';
import { allItems, type OwnStep } from '../../core/planning/index.ts';
import { beats, GOES_FOR_NEXT } from '../../core/progress/index.ts';
import { recordKey } from '../../core/scores/index.ts';
import { arrivalsOf, NUMBERS_LOOKED_BACK_ON, type Target, targetByCoach, targetFor, tuningOf } from '../../core/targets/index.ts';
import { t } from '../../core/text/translate.ts';
import { feetToScore } from '../../core/training/index.ts';
import type { Item, PublishedWeek } from '../../core/weeks/index.ts';
import type { Db } from '../platform/db/connection.ts';
import { prepared } from '../platform/db/prepared.ts';
import { ownTargets, scoreFigures } from '../platform/db/schema.ts';
import type { Member, Squad } from '../squads/squads.ts';
import type { KnownByKey, KnownKey, KnownResult } from '../weeks/known-by-key.ts';

const NOTHING_KNOWN: KnownKey = { recent: [], record: null, shown: null };

/** The record keys of a week's scored items, whichever feet somebody gets a number for. */
export function keysOf(content: PublishedWeek): string[] {
  const keys = allItems(content).flatMap((item) => {
    const drill = content.drills[item.drillId];
    return drill && item.scored ? FEET.map((foot) => recordKey(drill, item.dose, foot)) : [];
  });
  return [...new Set(keys)];
}

/** The newest results under each key, and the newest go with the best before it: nothing older is read, however long the season. */
const newestUnder = prepared((db) =>
  db.$client.prepare(`select p.value as playerId, k.value as key, (select measure from score_figures where player_id = p.value and record_key = k.value limit 1) as measure,
    (select json_group_array(json_array(result, done_at, faults)) from (select result, done_at, faults from score_figures
      where player_id = p.value and record_key = k.value and result is not null order by done_at desc, score_id desc limit ${GOES_FOR_NEXT})) as recent,
    (select json_array(best_before, result) from score_figures where player_id = p.value and record_key = k.value order by done_at desc, score_id desc limit 1) as newest,
    (select stretch from score_figures where player_id = p.value and record_key = k.value and stretch_given = 1 order by done_at desc, score_id desc limit 1) as shown
    from json_each(@players) p, json_each(@keys) k`),
);

interface NewestRow {
  playerId: string;
  key: string;
  measure: Measure | null;
  recent: string;
  newest: string | null;
  shown: number | null;
}

function bestOfTwo([before, last]: [number | null, number | null], measure: Measure): number | null {
  if (before === null || last === null) return before ?? last;
  return beats(last, before, BETTER[measure]) ? last : before;
}

/** What is known of some players under some record keys, by player. */
export function knownOf(db: Db, playerIds: readonly string[], keys: readonly string[]): Map<string, KnownByKey> {
  const rows = newestUnder(db).all({ players: JSON.stringify(playerIds), keys: JSON.stringify(keys) }) as NewestRow[];
  const known = new Map(playerIds.map((id) => [id, new Map<string, KnownKey>()]));
  for (const { playerId, key, measure, recent, newest, shown } of rows) {
    if (measure === null || newest === null) continue;
    const list = (JSON.parse(recent) as [number, number, number][]).reverse();
    known.get(playerId)?.set(key, {
      recent: list.map(([result, doneAt, faults]) => ({ result, doneAt, faults })),
      record: bestOfTwo(JSON.parse(newest), measure),
      shown,
    });
  }
  return known;
}

/** What is known of one player under some record keys. */
export const knownOfOne = (db: Db, playerId: string, keys: readonly string[]): KnownByKey =>
  knownOf(db, [playerId], keys).get(playerId) ?? new Map();

/** Whether the newest stretch numbers of a measure were reached, by player and measure, oldest first. */
const reachedQuery = prepared((db) =>
  db.$client.prepare(`select p.value as playerId, m.value as measure,
    (select json_group_array(reached) from (select case when m.value in (select value from json_each(@less)) then judged <= stretch else judged >= stretch end as reached
      from score_figures indexed by figures_given where player_id = p.value and measure = m.value and stretch_given = 1 and stretch is not null and judged is not null
      order by done_at desc limit ${NUMBERS_LOOKED_BACK_ON})) as reached
    from json_each(@players) p, json_each(@measures) m`),
);

/** What came of the stretch numbers that a player was given, by measure, oldest first. */
export type ReachedByMeasure = ReadonlyMap<Measure, readonly boolean[]>;

/** What came of the stretch numbers that players were given, by player. */
export function reachedOf(db: Db, playerIds: readonly string[]): Map<string, ReachedByMeasure> {
  const by = new Map(playerIds.map((id) => [id, new Map<Measure, boolean[]>()]));
  const all = { players: JSON.stringify(playerIds), measures: JSON.stringify(MEASURES), less: JSON.stringify(LESS_IS_BETTER) };
  for (const { playerId, measure, reached } of reachedQuery(db).all(all) as { playerId: string; measure: Measure; reached: string }[]) {
    const list = (JSON.parse(reached) as number[]).map((one) => one === 1).reverse();
    if (list.length > 0) by.get(playerId)?.set(measure, list);
  }
  return by;
}

/** What came of the stretch numbers that one player was given. */
export const reachedOfOne = (db: Db, playerId: string): ReachedByMeasure => reachedOf(db, [playerId]).get(playerId) ?? new Map();

const GOES_OF_PACE = 5;

/** A player's own pace by drill: median of the last five clocked `fixed reps` goes (reps a second). */
function ownPaceOf(db: Db, playerId: string, drillIds: readonly string[]): Record<string, number> {
  const goes = db
    .select({ drillId: scoreFigures.drillId, counts: scoreFigures.counts, seconds: scoreFigures.seconds })
    .from(scoreFigures)
    .where(
      and(
        eq(scoreFigures.playerId, playerId),
        inArray(scoreFigures.drillId, [...drillIds]),
        eq(scoreFigures.measure, 'fixed reps'),
        eq(scoreFigures.clocked, true),
        gt(scoreFigures.counts, 0),
        gt(scoreFigures.seconds, 0),
      ),
    )
    .orderBy(asc(scoreFigures.doneAt), asc(scoreFigures.scoreId))
    .all();
  const byDrill = grouped(goes, (go) => go.drillId);
  return Object.fromEntries(
    [...byDrill].map(([drill, list]) => [drill, median(list.slice(-GOES_OF_PACE).map((go) => (go.counts ?? 0) / go.seconds))]),
  );
}

/** Who runs a week: with the own pace in its drills. */
export const runnerOf = (db: Db, member: Member, content: PublishedWeek | null): ThisWeek['runner'] => ({
  strongerFoot: member.strongerFoot,
  level: member.level,
  ownPace: content ? ownPaceOf(db, member.id, Object.keys(content.drills)) : {},
  times: content?.times,
});

const placeKey = (itemId: string, foot: Foot) => `${itemId}|${foot}`;

/** Numbers that coaches set for some players in a week, by player and then by item and foot. */
export function ownTargetsOf(db: Db, weekId: string): Map<string, Map<string, Target>> {
  const rows = db.select().from(ownTargets).where(eq(ownTargets.weekId, weekId)).orderBy(asc(ownTargets.at), asc(ownTargets.id)).all();
  const by = new Map<string, Map<string, Target>>();
  for (const row of rows) {
    const mine = by.get(row.playerId) ?? new Map<string, Target>();
    by.set(row.playerId, mine);
    if (row.kind === 'rule') mine.delete(placeKey(row.itemId, row.foot));
    else mine.set(placeKey(row.itemId, row.foot), targetByCoach(row.kind === 'number' ? row.number : null));
  }
  return by;
}

const ownNumberOf = prepared((db) =>
  db
    .select({ kind: ownTargets.kind })
    .from(ownTargets)
    .where(
      and(
        eq(ownTargets.weekId, sql.placeholder('week')),
        eq(ownTargets.playerId, sql.placeholder('player')),
        eq(ownTargets.itemId, sql.placeholder('item')),
        eq(ownTargets.foot, sql.placeholder('foot')),
      ),
    )
    .orderBy(desc(ownTargets.at), desc(ownTargets.id))
    .limit(1)
    .prepare(),
);

/** Whether a coach set the number of a go for its player. */
export function hasOwnNumber(db: Db, go: { weekId: string; playerId: string; itemId: string; foot: Foot }): boolean {
  const newest = ownNumberOf(db).get({ week: go.weekId, player: go.playerId, item: go.itemId, foot: go.foot });
  return newest !== undefined && newest.kind !== 'rule';
}

/** How a course is tuned for the player, in words; null for what has no cones, or nothing to say yet. */
function tuningFor(item: Item, drill: Drill, known: readonly KnownResult[], steps: readonly OwnStep[]): string | null {
  const step = steps.find((one) => one.drillId === item.drillId);
  if (step?.kind === 'closer cones') return t('Your coach: put the cones closer this week.');
  if (step?.kind === 'wider cones') return t('Your coach: put the cones wider this week.');
  const { measure } = item.dose;
  if (measure !== 'sets' && measure !== 'course time') return null;
  const arrivals = arrivalsOf(drill, item.dose.measure === 'sets' ? item.dose.sets : 1);
  if (arrivals === null || known.length === 0) return null;
  return tuningOf(known.map(({ doneAt, faults }) => ({ doneAt, faults, arrivals }))).reason;
}

interface Computed {
  content: PublishedWeek;
  member: Pick<Member, 'level' | 'strongerFoot' | 'stretchAim'>;
  squad: Pick<Squad, 'stretchAim'>;
  known: KnownByKey;
  reached: ReachedByMeasure;
  /** Numbers set by a coach, by item and foot. */
  own: ReadonlyMap<string, Target> | undefined;
  steps: readonly OwnStep[];
  at: number;
}

/** The chance that a player's stretch numbers are meant to be reached with. */
export const aimFor = (squad: Pick<Squad, 'stretchAim'>, member: Pick<Member, 'stretchAim'>): number =>
  (member.stretchAim ?? squad.stretchAim) / 100;

/** The number of each scored item and foot of a week, as its player gets it. */
export function numbersOf({ content, member, squad, known, reached, own, steps, at }: Computed): NumberToBeat[] {
  const aim = aimFor(squad, member);
  return allItems(content)
    .filter((item) => item.scored)
    .flatMap((item) => {
      const drill = content.drills[item.drillId];
      if (!drill) return [];
      return feetToScore(item, member.strongerFoot).map((foot): NumberToBeat => {
        const { record, recent, shown } = known.get(recordKey(drill, item.dose, foot)) ?? NOTHING_KNOWN;
        const mine = { record, recent, at, shown, reached: reached.get(item.dose.measure), aim };
        const target = own?.get(placeKey(item.id, foot)) ?? targetFor(item.target, drill, item.dose, member.level, mine);
        return { itemId: item.id, foot, record, target, tuning: tuningFor(item, drill, recent, steps) };
      });
    });
}
