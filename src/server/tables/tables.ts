import { and, desc, eq, inArray } from 'drizzle-orm';
import type { z } from 'zod';
import type { Tables } from '../../contract/progress.ts';
import type { tablesApi as contract } from '../../contract/tables.ts';
import { BETTER, type Foot, type Measure, resultUnit } from '../../core/drills/index.ts';
import { grouped } from '../../core/grouped.ts';
import { doseInWords } from '../../core/scores/index.ts';
import { type TablePlayer, tableFor } from '../../core/tables/index.ts';
import { t } from '../../core/text/translate.ts';
import type { Actor } from '../accounts/actor.ts';
import type { Context } from '../context.ts';
import { drillNames } from '../drills/shelf.ts';
import type { Db } from '../platform/db/connection.ts';
import { prepared, rowsAsJson } from '../platform/db/prepared.ts';
import { consents } from '../platform/db/schema.ts';
import { notFound } from '../platform/problems.ts';
import { allow } from '../policy.ts';
import { doseOfFigure } from '../progress/doses.ts';
import { type Member, membersOf, type Squad, squadById } from '../squads/squads.ts';
import { type OutlinedWeek, releasedWeeks } from '../weeks/outlines.ts';

const WEEKS_BEFORE = 4;
/** A table needs a few players, or it is about two children. */
const LEAST_PLAYERS = 4;

/** Players whose guardian took them out of the tables: the newest word of a guardian is no. */
export function outOfTables(db: Db, playerIds: readonly string[]): Set<string> {
  const rows = db
    .select({ playerId: consents.playerId, yes: consents.yes })
    .from(consents)
    .where(and(inArray(consents.playerId, [...playerIds]), eq(consents.kind, 'table')))
    .orderBy(desc(consents.at), desc(consents.id))
    .all();
  const newest = new Map<string, boolean>();
  for (const { playerId, yes } of rows) if (!newest.has(playerId)) newest.set(playerId, yes);
  return new Set([...newest].flatMap(([id, yes]) => (yes ? [] : [id])));
}

/** The week that is shown: the asked one, else the last that opened. */
export function shownWeek(released: readonly OutlinedWeek[], asked: string | null, now: number): OutlinedWeek | null {
  const shown = asked ? released.find((one) => one.week.id === asked) : released.find((one) => one.revision.opensAt <= now);
  if (asked && !shown) throw notFound();
  return shown ?? null;
}

/** One clear result, as a table needs it. */
interface ClearResult {
  scoreId: string;
  weekId: string;
  playerId: string;
  drillId: string;
  recordKey: string;
  measure: Measure;
  foot: Foot;
  result: number;
  doneAt: number;
  clocked: boolean;
}

const CLEAR_RESULTS = ['score_id', 'week_id', 'player_id', 'drill_id', 'record_key', 'measure', 'foot', 'result', 'done_at', 'clocked'];
const clearResults = prepared((db) =>
  rowsAsJson(
    db,
    CLEAR_RESULTS,
    `score_figures where week_id in (select value from json_each(?)) and result is not null and measure <> 'time on'
      and (? is null or record_key in (select record_key from score_figures where player_id = ? and week_id = ?))`,
  ),
);

/** Clear results of a week and the four before it; for a viewer only under the record keys that this player has in the week. */
function resultsFor(db: Db, released: readonly OutlinedWeek[], shown: OutlinedWeek, viewer: string | null): ClearResult[] {
  const from = released.indexOf(shown);
  const ids = released.slice(from, from + 1 + WEEKS_BEFORE).map((one) => one.week.id);
  return clearResults(db)(JSON.stringify(ids), viewer, viewer, shown.week.id).map(
    ([scoreId, weekId, playerId, drillId, recordKey, measure, foot, result, doneAt, clocked]) =>
      ({ scoreId, weekId, playerId, drillId, recordKey, measure, foot, result, doneAt, clocked: clocked === 1 }) as ClearResult,
  );
}

type TableOf = Tables['tables'][number];

/** The tables of one week, by title. */
function tablesOf(
  context: Context,
  squad: Squad,
  released: readonly OutlinedWeek[],
  shown: OutlinedWeek,
  viewer: string | null,
): TableOf[] {
  const { db } = context;
  const members = membersOf(db, squad.id);
  const out = outOfTables(
    db,
    members.map((member) => member.id),
  );
  const drillName = drillNames(db, squad.id);
  const keys = grouped(resultsFor(db, released, shown, viewer), (row) => row.recordKey);
  const week = { from: shown.revision.opensAt, to: shown.revision.closesAt };
  const tables = [...keys].flatMap(([key, rows]) => {
    const now = rows.filter((row) => row.weekId === shown.week.id);
    const first = now[0];
    if (!first || new Set(now.map((row) => row.playerId)).size < LEAST_PLAYERS) return [];
    if (viewer !== null && !now.some((row) => row.playerId === viewer)) return [];
    const { rows: upper, own } = tableFor(squad.tableSchool, playersOf(members, out, rows), week, BETTER[first.measure], viewer);
    if (upper.length === 0 && !own) return [];
    const dose = doseInWords(doseOfFigure(db, first));
    const bare = ({ playerId: _id, ...row }: (typeof upper)[number]) => row;
    return [
      {
        key,
        title: `${drillName(first.drillId)}, ${dose}${first.foot === 'both' ? '' : t(', {foot} foot', { foot: first.foot })}`,
        unit: resultUnit(first.measure),
        rows: upper.map(bare),
        own: own && { nickname: own.nickname, best: own.best, gain: own.gain, place: own.place },
      },
    ];
  });
  return tables.sort((a, b) => a.title.localeCompare(b.title, 'en'));
}

/**
 * The tables of a week as one player may see them; for a coach (`viewer` null) without an own line.
 * @param asked the week's id; null for the last that opened, or the one before it as long as that has no table yet
 */
export function tablesFor(
  context: Context,
  squadId: string,
  asked: string | null,
  viewer: string | null,
): Tables & { weekId: string | null } {
  const { db } = context;
  const squad = squadById(db, squadId);
  const none = { school: squad.tableSchool, week: null, weekId: null, tables: [] };
  // Where tables are off a player has nothing to look up here; a coach is told so.
  if (squad.tableSchool === 'off') return none;
  const released = releasedWeeks(db, squadId);
  const newest = shownWeek(released, asked, context.now());
  if (!newest) return none;
  const of = (shown: OutlinedWeek) => ({
    school: squad.tableSchool,
    week: shown.week.number,
    weekId: shown.week.id,
    tables: tablesOf(context, squad, released, shown, viewer),
  });
  const tables = of(newest);
  const before = released[released.indexOf(newest) + 1];
  if (asked !== null || tables.tables.length > 0 || !before) return tables;
  const last = of(before);
  return last.tables.length > 0 ? last : tables;
}

function playersOf(
  members: readonly Member[],
  out: ReadonlySet<string>,
  rows: readonly { playerId: string; result: number | null; doneAt: number; clocked: boolean }[],
): TablePlayer[] {
  const by = grouped(rows, (row) => row.playerId);
  return members.map(({ id, nickname }) => ({
    playerId: id,
    nickname,
    shown: !out.has(id),
    results: (by.get(id) ?? []).flatMap(({ result, doneAt, clocked }) => (result === null ? [] : [{ result, doneAt, clocked }])),
  }));
}

type TablesOfSquad = z.infer<typeof contract.tables.response>;

/** The squad's tables of a week, for its coaches. */
export function squadTables(context: Context, actor: Actor, input: { squad: string; week?: string | undefined }): TablesOfSquad {
  allow(context.db, actor, 'see the register', { squad: input.squad });
  const released = releasedWeeks(context.db, input.squad);
  return {
    ...tablesFor(context, input.squad, input.week ?? null, null),
    weeks: released.map(({ week, outline }) => ({ id: week.id, number: week.number, title: outline.title })),
  };
}
