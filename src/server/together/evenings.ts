import { randomInt } from 'node:crypto';
import { and, asc, eq, gt, inArray, sql } from 'drizzle-orm';
import type { CommandSent, CommandView, LeadPage, OpenSent, TogetherList, TogetherRow, TogetherSource } from '../../contract/together.ts';
import { DAY_MS } from '../../core/calendar/lengths.ts';
import { itemsOf } from '../../core/planning/index.ts';
import { t } from '../../core/text/translate.ts';
import { onlyItems, secondsTogether, sheetTogether } from '../../core/together/sheet.ts';
import type { Command } from '../../core/together/squad-clock.ts';
import { compileRunSheet, type Interval } from '../../core/training/index.ts';
import type { Actor } from '../accounts/actor.ts';
import type { Context } from '../context.ts';
import type { Db } from '../platform/db/connection.ts';
import { eveningCommands, evenings, runs, weekRevisions, weeks } from '../platform/db/schema.ts';
import { badInput, notFound, Problem } from '../platform/problems.ts';
import { allow, asPerson, asPlayer } from '../policy.ts';
import { type Squad, squadById, typicalRunnerOf } from '../squads/squads.ts';
import { contentOf, revisionColumns } from '../weeks/contents.ts';
import {
  commandsOf,
  type Evening,
  endOf,
  eveningById,
  eveningOnly,
  eveningsAhead,
  eveningsOf,
  eveningView,
  isOpenNow,
} from '../weeks/evenings.ts';
import { standing } from '../weeks/weeks.ts';
import { boardOf, goesOfEvening } from './board.ts';

/* Live evenings: opened by a coach for some items of a released session, and led by what the coach says. */

/** How long a past evening is listed. */
const LISTED_MS = 60 * DAY_MS;

const viewOfCommand = (one: Command): CommandView => ({ seq: one.seq, at: one.at, type: one.type, go: one.type === 'go' ? one.go : null });

/** @throws Problem "not found" for an evening that is not there, or is called off */
function known(db: Db, id: string): Evening {
  const evening = eveningById(db, id);
  if (!evening || evening.calledOffAt !== null) throw notFound();
  return evening;
}

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
    ...eveningView(db, evening, isOpenNow(evening, commands, now)),
    code: evening.code,
    drills: [...new Set(content.sessions.flatMap(itemsOf).map((item) => content.drills[item.drillId]?.name ?? item.drillId))],
    endedAt: endOf(commands),
    players,
  };
}

/** Sessions of released weeks that are open, or will be. */
function sourcesOf(db: Db, squadId: string, now: number): TogetherSource[] {
  const rows = db
    .select({ number: weeks.number, revision: revisionColumns })
    .from(weekRevisions)
    .innerJoin(weeks, eq(weeks.id, weekRevisions.weekId))
    .where(and(eq(weeks.squadId, squadId), gt(weekRevisions.closesAt, now), standing()))
    .orderBy(asc(weekRevisions.opensAt), asc(weekRevisions.revision))
    .all();
  const newest = new Map(rows.map((row) => [row.number, row]));
  return [...newest.values()].flatMap(({ number, revision }) => {
    const content = contentOf(db, revision.id);
    return content.sessions.map((session) => ({
      revisionId: revision.id,
      weekNumber: number,
      opensAt: revision.opensAt,
      closesAt: revision.closesAt,
      session,
      drillNames: Object.fromEntries(itemsOf(session).map(({ drillId }) => [drillId, content.drills[drillId]?.name ?? drillId])),
    }));
  });
}

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

/** Digits that no other evening of the squad has just now. */
function newCode(db: Db, squadId: string, now: number): string {
  const taken = new Set(eveningsAhead(db, squadId, now).map(({ evening }) => evening.code));
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
  if (startsAt < now - DAY_MS / 24) throw badInput('startsAt', t('This hour is over. Choose one that lies ahead.'));
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

/** Calls an evening off on which nothing was begun. */
export function callOff(context: Context, actor: Actor, input: { evening: string }): { id: string } {
  const { db } = context;
  allow(db, actor, 'lead a live evening', input);
  const evening = known(db, input.evening);
  if (commandsOf(db, evening.id).length > 0) throw new Problem('changed elsewhere', t('This evening has begun. End it instead.'));
  db.update(evenings).set({ calledOffAt: context.now() }).where(eq(evenings.id, evening.id)).run();
  context.rooms.poke(evening.id);
  return { id: evening.id };
}

/** An evening as it is led and joined. */
export function ledOf(db: Db, evening: Evening, now: number) {
  const commands = commandsOf(db, evening.id);
  const { id, squadId, revisionId, code, startsAt, seconds } = evening;
  const session = eveningOnly(contentOf(db, revisionId), evening).sessions[0];
  if (!session) throw notFound();
  return {
    id,
    squadId,
    revisionId,
    code,
    startsAt,
    seconds,
    endedAt: endOf(commands),
    session,
    commands: commands.map(viewOfCommand),
    now,
  };
}

/** Everything a coach needs to lead an evening. */
export function leadEvening(context: Context, actor: Actor, input: { evening: string }): LeadPage {
  const { db } = context;
  allow(db, actor, 'lead a live evening', input);
  const evening = known(db, input.evening);
  const squad = squadById(db, evening.squadId);
  const { drills } = contentOf(db, evening.revisionId);
  const ids = new Set(
    eveningOnly(contentOf(db, evening.revisionId), evening)
      .sessions.flatMap(itemsOf)
      .map((item) => item.drillId),
  );
  return {
    ...ledOf(db, evening, context.now()),
    timeZone: squad.timeZone,
    drills: Object.fromEntries(Object.entries(drills).filter(([id]) => ids.has(id))),
    ...(squad.times ? { times: squad.times } : {}),
    board: boardOf(context, evening, commandsOf(db, evening.id)),
  };
}

/** Writes down what the coach said, at the server's time, and tells every device. The same id again changes nothing. */
export function sayToSquad(context: Context, actor: Actor, input: { evening: string } & CommandSent): CommandView {
  const { db } = context;
  allow(db, actor, 'lead a live evening', { evening: input.evening });
  const evening = known(db, input.evening);
  const now = context.now();
  const said = db.transaction(() => {
    const had = db.select().from(eveningCommands).where(eq(eveningCommands.id, input.id)).get();
    if (had && had.eveningId !== evening.id) throw notFound();
    if (had) return had;
    const before = commandsOf(db, evening.id);
    if (endOf(before) !== null) throw new Problem('week closed', t('This evening is over.'));
    if (!isOpenNow(evening, before, now))
      throw new Problem('week closed', t('This evening is not open yet: its doors open a quarter of an hour before.'));
    if (input.go !== null && input.go >= goesOfEvening(db, evening).length) throw badInput('go', t('This evening has no such go.'));
    const last = before.at(-1);
    // The server's clock may be set back: what was said later holds later.
    const at = Math.max(now, last?.at ?? 0);
    const made = { id: input.id, eveningId: evening.id, seq: (last?.seq ?? 0) + 1, at, type: input.type, go: input.go };
    db.insert(eveningCommands)
      .values({ ...made, saidBy: asPerson(actor).userId })
      .run();
    return made;
  });
  context.rooms.tell(evening.id);
  return { seq: said.seq, at: said.at, type: said.type, go: said.go };
}

/** The open evening of a player's squads that a code is of. */
export function eveningByCode(context: Context, actor: Actor, input: { code: string }): { id: string } {
  const { db } = context;
  allow(db, actor, 'join by a code');
  const now = context.now();
  const code = input.code.replaceAll(/\D/g, '');
  const found = asPlayer(actor)
    .squads.flatMap((squadId) => eveningsAhead(db, squadId, now))
    .find(({ evening, isOpen }) => isOpen && evening.code === code);
  if (!found) throw new Problem('not found', t('No evening of your squad has this code now. Ask your coach to read it once more.'));
  return { id: found.evening.id };
}

/** What a player does on an evening: forgotten when their last device leaves. */
export function sayHere(context: Context, actor: Actor, input: { evening: string; doing: string }): { id: string } {
  allow(context.db, actor, 'join a live evening', { evening: input.evening });
  const evening = known(context.db, input.evening);
  context.rooms.say(evening.id, asPlayer(actor).playerId, input.doing);
  return { id: evening.id };
}

/** The server's clock. */
export function tellTime(context: Context, actor: Actor): { now: number } {
  allow(context.db, actor, 'ask for the time');
  return { now: context.now() };
}
