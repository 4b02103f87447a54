import { randomInt } from 'node:crypto';
import { eq, inArray, sql } from 'drizzle-orm';
import { v7 as uuid } from 'uuid';
import type { CommandSent, LeadPage, OpenSent, TogetherList, TogetherRow, TogetherSource } from '../../contract/together.ts';
import { DAY_MS, HOUR_MS } from '../../core/calendar/lengths.ts';
import { itemsOf } from '../../core/planning/index.ts';
import { t } from '../../core/text/translate.ts';
import { onlyItems, secondsTogether, sheetTogether } from '../../core/together/sheet.ts';
import { type Command, lastGo } from '../../core/together/squad-clock.ts';
import { compileRunSheet, type Interval } from '../../core/training/index.ts';
import type { Actor } from '../accounts/actor.ts';
import type { Context } from '../context.ts';
import type { Db } from '../platform/db/connection.ts';
import { eveningCommands, evenings, runs } from '../platform/db/schema.ts';
import { badInput, notFound, Problem } from '../platform/problems.ts';
import { allow, asPerson, asPlayer } from '../policy.ts';
import { type Squad, squadById, typicalRunnerOf } from '../squads/squads.ts';
import { contentOf } from '../weeks/contents.ts';
import {
  commandsOf,
  type Evening,
  endOf,
  eveningById,
  eveningOnly,
  eveningsAhead,
  eveningsOf,
  eveningView,
  standingEvening,
  timeOf,
} from '../weeks/evenings.ts';
import { releasedWeeks } from '../weeks/outlines.ts';
import { boardOf, goesOfEvening } from './board.ts';

/* Live evenings: opened by a coach for some items of a released session, and led by what the coach says. */

/** How long a past evening is listed. */
const LISTED_MS = 60 * DAY_MS;

const workSeconds = (sheet: readonly Interval[]): number => sheet.reduce((sum, one) => sum + (one.kind === 'work' ? one.seconds : 0), 0);

/** How many players did something on each evening. */
function playersOn(db: Db, ids: readonly string[]): Map<string, number> {
  const rows = db
    .select({ id: runs.eveningId, players: sql<number>`count(distinct ${runs.playerId})` })
    .from(runs)
    .where(inArray(runs.eveningId, [...ids]))
    .groupBy(runs.eveningId)
    .all();
  return new Map(rows.flatMap(({ id, players }) => (id ? [[id, players] as const] : [])));
}

function rowOf(db: Db, evening: Evening, players: number, now: number): TogetherRow {
  const commands = commandsOf(db, evening.id);
  const content = eveningOnly(contentOf(db, evening.revisionId), evening);
  return {
    ...eveningView(db, evening, timeOf(evening, commands, now)),
    code: evening.code,
    drills: [...new Set(content.sessions.flatMap(itemsOf).map((item) => content.drills[item.drillId]?.name ?? item.drillId))],
    endedAt: endOf(commands),
    players,
  };
}

/** Sessions of released weeks that are open, or will be, the next week first. */
const sourcesOf = (db: Db, squadId: string, now: number): TogetherSource[] =>
  releasedWeeks(db, squadId)
    .filter(({ revision }) => revision.closesAt > now)
    .toReversed()
    .flatMap(({ week, revision: { id, opensAt, closesAt } }) => {
      const content = contentOf(db, id);
      return content.sessions.map((session) => ({
        ...{ revisionId: id, weekNumber: week.number, opensAt, closesAt, session },
        drillNames: Object.fromEntries(itemsOf(session).map(({ drillId }) => [drillId, content.drills[drillId]?.name ?? drillId])),
      }));
    });

/** A squad's live evenings, the newest first, and what one may be made of. */
export function listEvenings(context: Context, actor: Actor, input: { squad: string }): TogetherList {
  const { db } = context;
  allow(db, actor, 'see live evenings', input);
  const now = context.now();
  const all = eveningsOf(db, input.squad, now - LISTED_MS);
  const players = playersOn(
    db,
    all.map((one) => one.id),
  );
  return {
    timeZone: squadById(db, input.squad).timeZone,
    evenings: all.map((one) => rowOf(db, one, players.get(one.id) ?? 0, now)),
    sources: sourcesOf(db, input.squad, now),
    now,
  };
}

/** Which of a session's items are done together, how long that takes, and how much of the session it is. */
function measured(db: Db, squad: Squad, sent: OpenSent): Pick<Evening, 'itemIds' | 'seconds' | 'covers'> {
  const content = contentOf(db, sent.revisionId);
  const session = content.sessions.find((one) => one.id === sent.sessionId);
  if (!session) throw notFound();
  const drills = new Map(Object.entries(content.drills));
  const part = onlyItems(session, sent.itemIds);
  const itemIds = itemsOf(part).map((item) => item.id);
  const stranger = sent.itemIds.find((id) => !itemIds.includes(id));
  if (stranger !== undefined) throw badInput('itemIds', t('One of these drills is not in this session. Load the page anew.'));
  const runner = typicalRunnerOf(squad);
  const sheet = sheetTogether(part, drills, runner);
  const whole = workSeconds(compileRunSheet(session, drills, { ...runner, ownPace: {} }));
  return { itemIds, seconds: Math.round(secondsTogether(sheet)), covers: whole > 0 ? Math.min(1, workSeconds(sheet) / whole) : 1 };
}

/** Digits that no other evening of the squad has that lies ahead or is on. */
function newCode(db: Db, squadId: string, now: number): string {
  const taken = new Set(eveningsOf(db, squadId, now - DAY_MS).map((one) => one.code));
  for (;;) {
    const code = String(randomInt(1000, 10_000));
    if (!taken.has(code)) return code;
  }
}

/** Opens a live evening; the same id again changes nothing. */
export function openEvening(context: Context, actor: Actor, input: { squad: string } & OpenSent): TogetherRow {
  const { db } = context;
  allow(db, actor, 'lead a live evening', { squad: input.squad });
  const now = context.now();
  const had = eveningById(db, input.id);
  if (had && had.squadId !== input.squad) throw notFound();
  if (had) return rowOf(db, had, 0, now);
  const source = sourcesOf(db, input.squad, now).find((one) => one.revisionId === input.revisionId && one.session.id === input.sessionId);
  if (!source) throw badInput('sessionId', t('This session is of no week that is released and still open. Load the page anew.'));
  const startsAt = input.startsAt ?? now;
  if (startsAt < now - HOUR_MS) throw badInput('startsAt', t('This hour is over. Choose one that lies ahead.'));
  if (startsAt < source.opensAt || startsAt >= source.closesAt)
    throw badInput('startsAt', t('Week {number} is not open at this hour. Choose an hour within it.', { number: source.weekNumber }));
  const made = {
    ...{ id: input.id, squadId: input.squad, revisionId: input.revisionId, sessionId: input.sessionId, startsAt },
    ...measured(db, squadById(db, input.squad), input),
    ...{ code: newCode(db, input.squad, now), madeBy: asPerson(actor).userId, madeAt: now, calledOffAt: null },
  };
  db.insert(evenings).values(made).run();
  return rowOf(db, made, 0, now);
}

/** Writes down what a coach says, after what was said before; to be called within a transaction. */
function keepWord(context: Context, actor: Actor, evening: Evening, before: readonly Command[], { id, type, go }: CommandSent): Command {
  const last = before.at(-1);
  // The server's clock may be set back: what was said later holds later.
  const word: Command = { seq: (last?.seq ?? 0) + 1, at: Math.max(context.now(), last?.at ?? 0), type, go };
  context.db
    .insert(eveningCommands)
    .values({ id, eveningId: evening.id, saidBy: asPerson(actor).userId, ...word })
    .run();
  return word;
}

/** Calls an evening off on which nothing was begun. Whoever is there already is let go. */
export function callOff(context: Context, actor: Actor, input: { evening: string }): { id: string } {
  const { db } = context;
  allow(db, actor, 'lead a live evening', input);
  const evening = standingEvening(db, input.evening);
  db.transaction(() => {
    const before = commandsOf(db, evening.id);
    if (lastGo(before)) throw new Problem('changed elsewhere', t('This evening has begun. End it instead.'));
    if (endOf(before) === null) keepWord(context, actor, evening, before, { id: uuid(), type: 'end', go: null });
    db.update(evenings).set({ calledOffAt: context.now() }).where(eq(evenings.id, evening.id)).run();
  });
  context.rooms.tell(evening.id);
  return { id: evening.id };
}

/** An evening as it is led and joined. */
export function ledOf(db: Db, evening: Evening, now: number) {
  const { id, squadId, code, startsAt } = evening;
  const session = eveningOnly(contentOf(db, evening.revisionId), evening).sessions[0];
  if (!session) throw notFound();
  return { id, squadId, code, startsAt, session, commands: commandsOf(db, evening.id), now };
}

/** Everything a coach needs to lead an evening. */
export function leadEvening(context: Context, actor: Actor, input: { evening: string }): LeadPage {
  const { db } = context;
  allow(db, actor, 'lead a live evening', input);
  const evening = standingEvening(db, input.evening);
  const squad = squadById(db, evening.squadId);
  const led = ledOf(db, evening, context.now());
  const { drills } = contentOf(db, evening.revisionId);
  const ids = new Set(itemsOf(led.session).map((item) => item.drillId));
  return {
    ...led,
    timeZone: squad.timeZone,
    drills: Object.fromEntries(Object.entries(drills).filter(([id]) => ids.has(id))),
    ...(squad.times ? { times: squad.times } : {}),
    board: boardOf(context, evening, led.commands),
  };
}

/** Writes down what the coach said, at the server's time, and tells every device. The same id again changes nothing. */
export function sayToSquad(context: Context, actor: Actor, input: { evening: string } & CommandSent): Command {
  const { db } = context;
  allow(db, actor, 'lead a live evening', { evening: input.evening });
  const evening = standingEvening(db, input.evening);
  const said = db.transaction(() => {
    const had = db.select().from(eveningCommands).where(eq(eveningCommands.id, input.id)).get();
    if (had && had.eveningId !== evening.id) throw notFound();
    if (had) return { seq: had.seq, at: had.at, type: had.type, go: had.go };
    const before = commandsOf(db, evening.id);
    const time = timeOf(evening, before, context.now());
    if (time === 'over') throw new Problem('week closed', t('This evening is over.'));
    if (time === 'ahead') throw new Problem('week closed', t('This evening is not open yet: its doors open a quarter of an hour before.'));
    if (input.go !== null && input.go >= goesOfEvening(db, evening).length) throw badInput('go', t('This evening has no such go.'));
    return keepWord(context, actor, evening, before, input);
  });
  context.rooms.tell(evening.id);
  return said;
}

/** The open evening of a player's squads that a code is of. */
export function eveningByCode(context: Context, actor: Actor, input: { code: string }): { id: string } {
  const { db } = context;
  allow(db, actor, 'join by a code');
  const now = context.now();
  const code = input.code.replaceAll(/\D/g, '');
  const found = asPlayer(actor)
    .squads.flatMap((squadId) => eveningsAhead(db, squadId, now))
    .find(({ evening, view }) => view.isOpen && evening.code === code);
  if (!found) throw new Problem('not found', t('No evening of your squad has this code now. Ask your coach to read it once more.'));
  return { id: found.evening.id };
}

/** What a player does on an evening: forgotten with the line that it is said beside. */
export function sayHere(
  context: Context,
  actor: Actor,
  input: { evening: string; doing: string; beside?: string | undefined },
): { id: string } {
  allow(context.db, actor, 'join a live evening', { evening: input.evening });
  const evening = standingEvening(context.db, input.evening);
  context.rooms.say(evening.id, asPlayer(actor).playerId, input.doing, input.beside);
  return { id: evening.id };
}

/** The server's clock. */
export function tellTime(context: Context, actor: Actor): { now: number } {
  allow(context.db, actor, 'ask for the time');
  return { now: context.now() };
}
