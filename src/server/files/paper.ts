import { and, count, desc, eq, inArray, isNull } from 'drizzle-orm';
import papaparse from 'papaparse';
import { v7 as uuid } from 'uuid';
import type { PaperLineView, PaperListView, PaperLook, PaperRead } from '../../contract/files.ts';
import { instantOf } from '../../core/calendar/days.ts';
import { type DateOrder, guessMapping, NEEDED_FIELDS, type PaperLine, type PaperMapping, readPaper } from '../../core/files/index.ts';
import { doseInWords, recordKey, resultOf } from '../../core/scores/index.ts';
import { t } from '../../core/text/translate.ts';
import type { Actor } from '../accounts/actor.ts';
import { signInName } from '../accounts/squad-sign-in.ts';
import type { Context } from '../context.ts';
import { shelfOf } from '../drills/shelf.ts';
import type { Db } from '../platform/db/connection.ts';
import { paperLists, paperResults, scoreFigures, user } from '../platform/db/schema.ts';
import { badInput, notFound } from '../platform/problems.ts';
import { allow, asPerson } from '../policy.ts';
import { insertFigure, refreshBests } from '../scores/figures.ts';
import { membersOf, type Squad, squadById, squadDay } from '../squads/squads.ts';

const MOST_ROWS = 5000;
const SAMPLE = 5;
const LINES_SENT = 500;
/** Hour that a result from paper is dated to: nobody wrote it down. */
const NOON = 12;

function rowsOf(text: string): { headings: string[]; rows: string[][] } {
  const { data } = papaparse.parse<string[]>(text, { skipEmptyLines: 'greedy' });
  const [headings, ...rows] = data;
  if (!headings || rows.length === 0) throw badInput('text', t('The list needs a heading and at least one line under it.'));
  if (rows.length > MOST_ROWS)
    throw badInput(
      'text',
      t('The list has {rows} lines; {mostRows} at once are the most. Cut it in two.', { rows: rows.length, mostRows: MOST_ROWS }),
    );
  return { headings, rows };
}

/** Looks at a list and guesses which column holds what. */
export function lookAtPaper(context: Context, actor: Actor, input: { squad: string; text: string }): PaperLook {
  allow(context.db, actor, 'read in a paper list', { squad: input.squad });
  const { headings, rows } = rowsOf(input.text);
  return { headings, rows: rows.length, sample: rows.slice(0, SAMPLE), mapping: guessMapping(headings) };
}

export interface PaperSent {
  squad: string;
  id: string;
  name: string;
  text: string;
  mapping: PaperMapping;
  order: DateOrder;
  dry: boolean;
}

interface Understood extends PaperLine {
  /** The very same result is kept already. */
  there: boolean;
  key: string | null;
}

const sameResult = (one: { playerId: string; key: string; day: string | null; result: number }) =>
  `${one.playerId}|${one.key}|${one.day}|${one.result}`;

/** The lines of a list, and which of them are kept already: of the list itself the second of two the same is. */
function understand(db: Db, squad: Squad, sent: PaperSent, today: string): Understood[] {
  const members = membersOf(db, squad.id);
  const players = new Map(members.map((member) => [signInName(member.nickname), member.id]));
  const lines = readPaper(rowsOf(sent.text).rows, sent.mapping, {
    players,
    drills: [...shelfOf(db, squad.id).values()],
    today,
    order: sent.order,
  });
  const ids = [...new Set(lines.flatMap((line) => line.result?.playerId ?? []))];
  const kept = new Set(
    db
      .select({ playerId: scoreFigures.playerId, key: scoreFigures.recordKey, day: scoreFigures.day, result: scoreFigures.result })
      .from(scoreFigures)
      .where(and(eq(scoreFigures.squadId, squad.id), inArray(scoreFigures.playerId, ids)))
      .all()
      .flatMap((row) => (row.result === null ? [] : [sameResult({ ...row, result: row.result })])),
  );
  return lines.map((line) => {
    if (!line.result) return { ...line, there: false, key: null };
    const { result } = line;
    const key = recordKey(result.drill, result.dose, result.foot);
    const comesTo = resultOf({ value: result.value, faults: result.faults, seconds: 0 }, result.dose) ?? result.value;
    const name = sameResult({ playerId: result.playerId, key, day: result.day, result: comesTo });
    const there = kept.has(name);
    kept.add(name);
    return { ...line, there, key };
  });
}

function viewOf(line: Understood, cells: readonly string[], mapping: PaperMapping, names: ReadonlyMap<string, string>): PaperLineView {
  const cell = (field: keyof PaperMapping) => (mapping[field] === null ? '' : (cells[mapping[field]] ?? ''));
  const { result } = line;
  return {
    line: line.line,
    player: result ? (names.get(result.playerId) ?? '') : cell('player'),
    drill: result ? result.drill.name : cell('drill'),
    doseWords: result ? doseInWords(result.dose) : cell('amount'),
    foot: result ? result.foot : null,
    value: result ? result.value : null,
    day: result ? result.day : cell('date'),
    there: line.there,
    problems: line.problems,
  };
}

/** Keeps the good lines of a list, as results by hand that count for records and never for a streak. */
function keep(context: Context, actor: Actor, squad: Squad, sent: PaperSent, good: readonly Understood[]): void {
  const { db } = context;
  db.transaction((tx) => {
    tx.insert(paperLists)
      .values({ id: sent.id, squadId: squad.id, name: sent.name, by: asPerson(actor).userId, at: context.now(), undoneAt: null })
      .run();
    const keys = new Map<string, Parameters<typeof refreshBests>[1]>();
    for (const { result, key } of good) {
      if (!result || !key) continue;
      const { playerId, drill, dose, foot, value, faults, day } = result;
      const id = uuid();
      const doneAt = instantOf(day, NOON, 0, squad.timeZone);
      tx.insert(paperResults)
        .values({ id, listId: sent.id, playerId, drillId: drill.id, recordKey: key, dose, foot, value, faults, doneAt, day })
        .run();
      // Reps from paper have no time of their own: what counts is that they were done.
      const seconds = 'seconds' in dose ? dose.seconds : 0;
      insertFigure(db, {
        scoreId: id,
        playerId,
        squadId: squad.id,
        weekId: null,
        sessionId: null,
        itemId: null,
        drillId: drill.id,
        recordKey: key,
        measure: dose.measure,
        foot,
        doneAt,
        day,
        clocked: false,
        byClip: false,
        standing: 'clear',
        decided: true,
        decidedAt: null,
        hasWords: false,
        doubt: 'clear',
        counts: value,
        result: resultOf({ value, faults, seconds }, dose),
        seconds,
        faults,
        bestBefore: null,
        stretch: null,
        stretchGiven: false,
        banded: resultOf({ value, faults, seconds }, dose),
        judged: null,
        numberDoubted: false,
        recounted: null,
        filmed: false,
      });
      keys.set(`${playerId}|${key}`, { playerId, recordKey: key, measure: dose.measure });
    }
    for (const one of keys.values()) refreshBests(db, one);
  });
}

/** Reads a list in, as a dry run or for good. The same id again changes nothing. */
export function readInPaper(context: Context, actor: Actor, sent: PaperSent): PaperRead {
  const { db } = context;
  allow(db, actor, 'read in a paper list', { squad: sent.squad });
  const squad = squadById(db, sent.squad);
  for (const field of NEEDED_FIELDS) {
    if (sent.mapping[field] === null) throw badInput(`mapping.${field}`, t('Say which column holds the {field}.', { field }));
  }
  const had = db.select().from(paperLists).where(eq(paperLists.id, sent.id)).get();
  if (had && had.squadId !== squad.id) throw notFound();
  const lines = understand(db, squad, sent, squadDay(squad, context.now()));
  const good = lines.filter((line) => line.result && !line.there);
  if (!sent.dry && !had) {
    if (good.length === 0) throw badInput('text', t('No line of this list can be read in.'));
    keep(context, actor, squad, sent, good);
  }
  const names = new Map(membersOf(db, squad.id).map((member) => [member.id, member.nickname]));
  const cells = rowsOf(sent.text).rows;
  // What is wrong comes first: those lines are what somebody has to look at.
  const shown = [...lines]
    .sort((a, b) => Number(b.problems.length > 0) - Number(a.problems.length > 0) || a.line - b.line)
    .slice(0, LINES_SENT);
  return {
    listId: sent.dry ? null : sent.id,
    good: good.length,
    there: lines.filter((line) => line.there).length,
    wrong: lines.filter((line) => line.problems.length > 0).length,
    lines: shown.map((line) => viewOf(line, cells[line.line - 2] ?? [], sent.mapping, names)),
  };
}

/** Lists that were read in, newest first. */
export function paperListsOf(context: Context, actor: Actor, input: { squad: string }): { lists: PaperListView[] } {
  const { db } = context;
  allow(db, actor, 'read in a paper list', input);
  const rows = db
    .select({
      id: paperLists.id,
      name: paperLists.name,
      by: user.name,
      at: paperLists.at,
      undoneAt: paperLists.undoneAt,
      results: count(paperResults.id),
    })
    .from(paperLists)
    .innerJoin(user, eq(user.id, paperLists.by))
    .leftJoin(paperResults, eq(paperResults.listId, paperLists.id))
    .where(eq(paperLists.squadId, input.squad))
    .groupBy(paperLists.id)
    .orderBy(desc(paperLists.at))
    .all();
  return { lists: rows };
}

/** Takes everything of a list back: its results count no more. What was read in stays on record. */
export function undoPaper(context: Context, actor: Actor, input: { squad: string; list: string }): { lists: PaperListView[] } {
  const { db } = context;
  allow(db, actor, 'read in a paper list', { squad: input.squad });
  db.transaction((tx) => {
    const { changes } = tx
      .update(paperLists)
      .set({ undoneAt: context.now() })
      .where(and(eq(paperLists.id, input.list), eq(paperLists.squadId, input.squad), isNull(paperLists.undoneAt)))
      .run();
    const list = tx
      .select({ id: paperLists.id })
      .from(paperLists)
      .where(and(eq(paperLists.id, input.list), eq(paperLists.squadId, input.squad)))
      .get();
    if (!list) throw notFound();
    if (changes === 0) return;
    const results = tx.select().from(paperResults).where(eq(paperResults.listId, list.id)).all();
    const keys = new Map(results.map((one) => [`${one.playerId}|${one.recordKey}`, one]));
    for (const one of results) tx.delete(scoreFigures).where(eq(scoreFigures.scoreId, one.id)).run();
    for (const one of keys.values()) refreshBests(db, { playerId: one.playerId, recordKey: one.recordKey, measure: one.dose.measure });
  });
  return paperListsOf(context, actor, { squad: input.squad });
}
