import { copyFileSync, mkdtempSync, rmSync, writeFileSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { eq } from 'drizzle-orm';
import { v7 as uuid } from 'uuid';
import type { OpenSent, TogetherRow } from '../../src/contract/together.ts';
import type { GoSent, RunSent, ScoreSent } from '../../src/contract/training.ts';
import type { Drill } from '../../src/core/drills/index.ts';
import type { Item, WeekPlan } from '../../src/core/weeks/index.ts';
import { type Actor, actorOf, NOBODY } from '../../src/server/accounts/actor.ts';
import { CLIP_CONSENT } from '../../src/server/consent/consent.ts';
import { type Context, createContext } from '../../src/server/context.ts';
import { readConfig } from '../../src/server/platform/config.ts';
import { runs, squadPlayers, user, weekRevisions, weeks } from '../../src/server/platform/db/schema.ts';
import type { Problem } from '../../src/server/platform/problems.ts';
import { giveConsent } from '../../src/server/screens/family.ts';
import { thisWeek } from '../../src/server/screens/this-week.ts';
import { addAccount, addCoach, addGuardian, addPlayer, addSquad } from '../../src/server/squads/people.ts';
import { openEvening } from '../../src/server/together/evenings.ts';
import { sendRun } from '../../src/server/training/send-run.ts';
import { makeWeek, releaseWeek, saveWeek } from '../../src/server/weeks/weeks.ts';
import { heavyHere } from '../../src/server/wiring/here.ts';
import { aBlock, anItem, aSession, drillOf, timed } from '../core/make.ts';

/** Monday, November 2nd 2026, 10:00 in Chicago. */
export const MONDAY_TEN = Date.UTC(2026, 10, 2, 16);
export const HOUR = 3_600_000;
export const DAY = 24 * HOUR;
export const PASSWORD = 'a long enough password';

export interface House {
  context: Context;
  setNow(at: number): void;
  close(): void;
}

/** A house on a real file (an empty database, or a copy of one), and a clock that can be set. */
export function openTestHouse(env: Record<string, string> = {}, database: string | null = null): House {
  const dataDir = mkdtempSync(join(tmpdir(), 'eager-feet-'));
  // What is sealed in a database that is copied opens with the secret it was made with only.
  writeFileSync(join(dataDir, 'secret'), 'a secret of all test houses, 32 letters and more', { mode: 0o600 });
  if (database) copyFileSync(database, readConfig({ DATA_DIR: dataDir, ...env }).databaseFile);
  let now = MONDAY_TEN;
  const context = createContext(readConfig({ DATA_DIR: dataDir, ...env }), () => now, 'silent');
  // Nothing here has to outlive a power cut, and waiting for the disk would be most of the time.
  context.db.$client.pragma('synchronous = OFF');
  context.heavy = heavyHere(context);
  return {
    context,
    setNow: (at) => {
      now = at;
    },
    close: () => {
      context.db.$client.close();
      rmSync(dataDir, { recursive: true, force: true });
    },
  };
}

export interface Town extends House {
  squad: string;
  otherSquad: string;
  coach: Actor;
  otherCoach: Actor;
  /** Assistant of the first squad once `makeAssistant` was called; a coach without a squad before. */
  assistant: Actor;
  /** Was in the first squad, and was taken out. */
  removedPlayer: Actor & { kind: 'player' };
  player: Actor & { kind: 'player' };
  otherPlayer: Actor & { kind: 'player' };
  strangerPlayer: Actor & { kind: 'player' };
  guardian: Actor;
  otherGuardian: Actor;
  nobody: Actor;
}

/** The ids of everybody in the town. */
interface Everybody {
  squad: string;
  otherSquad: string;
  users: Record<Exclude<keyof Town, keyof House | 'squad' | 'otherSquad' | 'nobody'>, string>;
}

async function settle(context: Context): Promise<Everybody> {
  const account = (name: string, kind: 'coach' | 'guardian') =>
    addAccount(context, { name, email: `${name}@town.example`, password: PASSWORD, kind });
  const newSquad = (code: string) =>
    addSquad(context, {
      name: `Squad ${code}`,
      town: 'Quillhaven',
      code,
      timeZone: 'America/Chicago',
      rule: { kind: 'every day', freeDays: 1 },
      from: '2026-10-01',
    });
  const [squad, otherSquad] = [newSquad('LANTERN'), newSquad('HARBOR')];
  const [coach, otherCoach, assistant, guardian, otherGuardian] = [
    await account('fennel', 'coach'),
    await account('sorrel', 'coach'),
    await account('chervil', 'coach'),
    await account('comets', 'guardian'),
    await account('pebbles', 'guardian'),
  ];
  addCoach(context, squad, coach, 'head coach');
  addCoach(context, otherSquad, otherCoach, 'head coach');
  const join_ = (squadId: string, nickname: string, pin: string) =>
    addPlayer(context, squadId, { nickname, birthYear: 2016, strongerFoot: 'right', level: 'steady', pin, joinedOn: '2026-11-01' });
  const comet = await join_(squad, 'Comet', '2468');
  const pebble = await join_(squad, 'Pebble', '1357');
  const wren = await join_(otherSquad, 'Wren', '9999');
  const moss = await join_(squad, 'Moss', '8642');
  context.db.update(squadPlayers).set({ leftOn: '2026-11-01' }).where(eq(squadPlayers.playerId, moss.playerId)).run();
  addGuardian(context, comet.playerId, guardian);
  addGuardian(context, pebble.playerId, otherGuardian);
  const users = {
    ...{ coach, otherCoach, assistant, guardian, otherGuardian },
    ...{ player: comet.userId, otherPlayer: pebble.userId, strangerPlayer: wren.userId, removedPlayer: moss.userId },
  };
  return { squad, otherSquad, users };
}

/** Settled once for each run of tests: hashing so many passwords takes longer than most tests. */
let settled: Promise<Everybody & { database: string }> | null = null;

async function settleOnce(): Promise<Everybody & { database: string }> {
  const folder = mkdtempSync(join(tmpdir(), 'eager-feet-town-'));
  process.once('exit', () => rmSync(folder, { recursive: true, force: true }));
  const house = openTestHouse();
  const everybody = await settle(house.context);
  const database = join(folder, 'town.sqlite');
  await house.context.db.$client.backup(database);
  house.close();
  return { ...everybody, database };
}

/** Two squads with a coach each; in the first a player with a guardian and another player, in the second a stranger. */
export async function openTown(env: Record<string, string> = {}): Promise<Town> {
  settled ??= settleOnce();
  const { squad, otherSquad, users, database } = await settled;
  const house = openTestHouse(env, database);
  const actor = (id: string): Actor => {
    const row = house.context.db.select().from(user).where(eq(user.id, id)).get();
    if (!row) throw new Error('nobody there');
    return actorOf(house.context.db, row);
  };
  const asPlayer = (id: string) => actor(id) as Actor & { kind: 'player' };
  return {
    ...house,
    squad,
    otherSquad,
    coach: actor(users.coach),
    otherCoach: actor(users.otherCoach),
    player: asPlayer(users.player),
    otherPlayer: asPlayer(users.otherPlayer),
    strangerPlayer: asPlayer(users.strangerPlayer),
    assistant: actor(users.assistant),
    removedPlayer: asPlayer(users.removedPlayer),
    guardian: actor(users.guardian),
    otherGuardian: actor(users.otherGuardian),
    nobody: NOBODY,
  };
}

/** The actor behind a user, with the squads and children that are theirs now. */
export function actorAgain(town: Town, { userId }: { userId: string }): Actor {
  const row = town.context.db.select().from(user).where(eq(user.id, userId)).get();
  if (!row) throw new Error('nobody there');
  return actorOf(town.context.db, row);
}

/** Makes the assistant one of the first squad's coaches. */
export function makeAssistant(town: Town): void {
  if (town.assistant.kind !== 'coach') throw new Error('no coach');
  addCoach(town.context, town.squad, town.assistant.userId, 'assistant');
  town.assistant = actorAgain(town, town.assistant);
}

/** Somebody asking from an address, as a server function that counts tries gets it. */
export const askingAs = (actor: Actor, from = '10.0.0.1') => ({ actor, from, signInId: null });

/** A plan of one session: sole taps for 30 s, hop taps of each foot for 15 s, and a cross course. */
export function aPlan(
  items: Item[] = [anItem('sole-taps', timed(30)), anItem('hop-out-in-taps', timed(15)), anItem('cross-course')],
): WeekPlan {
  return { title: 'Both soles', focus: 'Light feet', sessions: [{ ...aSession([aBlock('challenge', items)]), name: 'Quick feet' }] };
}

/** A sound drill of a squad's own. */
export const anOwnDrill = (change: Partial<Drill> = {}): Drill => ({
  ...drillOf('inside-taps'),
  id: 'own-driveway-taps',
  name: 'Driveway taps',
  aliases: ['chalk taps'],
  easier: ['inside-taps'],
  ...change,
});

/** Makes, saves and releases a week now. Returns its id. */
export function releaseNow(town: Town, plan: WeekPlan = aPlan(), squad = town.squad, coach = town.coach): string {
  const id = uuid();
  makeWeek(town.context, coach, { squad, id });
  saveWeek(town.context, coach, { week: id, draft: 1, plan });
  releaseWeek(town.context, coach, { week: id, when: { kind: 'now' } });
  return id;
}

export const aScore = (change: Partial<ScoreSent> = {}): ScoreSent => ({
  id: uuid(),
  foot: 'both',
  value: 60,
  faults: 0,
  seconds: 30,
  clocked: true,
  parts: null,
  ...change,
});

/** A go of an item of the open week, done now. */
/** A go with the run behind it whose log proves its numbers: what a visit would have left. */
export function clockedGo(town: Town, by: { playerId: string }, go: GoSent): GoSent {
  const id = uuid();
  const { itemId, round, revisionId, sessionId } = go;
  const { db } = town.context;
  const week = db
    .select({ weekId: weeks.id, squadId: weeks.squadId })
    .from(weekRevisions)
    .innerJoin(weeks, eq(weeks.id, weekRevisions.weekId))
    .where(eq(weekRevisions.id, revisionId))
    .get();
  if (!week) throw new Error('no such revision');
  const proven = go.scores.flatMap(({ foot, seconds, clocked }) => [
    { itemId, round, foot, seconds, clocked },
    { itemId, round, foot: null, seconds, clocked },
  ]);
  const row = { id, playerId: by.playerId, ...week, revisionId, sessionId, startedAt: go.doneAt, receivedAt: go.doneAt };
  db.insert(runs)
    .values({ ...row, day: null, share: 0, proven })
    .run();
  return { ...go, runId: id };
}

export function aGo(town: Town, item: number, scores: ScoreSent[], change: Partial<GoSent> = {}, by = town.player): GoSent {
  const week = thisWeek(town.context, town.player).week;
  const session = week?.content.sessions[0];
  const found = session?.blocks.flatMap((block) => block.items)[item];
  if (!week || !session || !found) throw new Error('no open week');
  const go: GoSent = {
    goId: uuid(),
    revisionId: week.revisionId,
    sessionId: session.id,
    itemId: found.id,
    round: 0,
    runId: null,
    doneAt: town.context.now(),
    scores,
    ...change,
  };
  return change.runId === undefined && scores.some((one) => one.clocked) ? clockedGo(town, by, go) : go;
}

/** A run of the open week's first session that its player stopped because something hurt, a minute ago. Returns its id. */
export function aHurtRun(town: Town): string {
  const { revisionId, sessionId } = aGo(town, 0, [aScore()]);
  const now = town.context.now();
  const id = uuid();
  const events: RunSent['events'] = [
    { type: 'start', at: now },
    { type: 'stop', at: now + 60_000, why: 'hurt' },
  ];
  sendRun(town.context, town.player, { id, revisionId, sessionId, startedAt: now, sentAt: now, events });
  return id;
}

export function sayYes(town: Town, yes = true): void {
  const playerId = town.player.playerId;
  giveConsent(town.context, town.guardian, { player: playerId, id: uuid(), kind: 'clips', yes, textVersion: CLIP_CONSENT.version });
}

/** The kind of problem that a call ends with, or "done". */
export async function outcome(call: () => unknown): Promise<string> {
  try {
    await call();
    return 'done';
  } catch (error) {
    return (error as Problem).kind ?? String(error);
  }
}

export { uuid };

/** A live evening of the open week's first session, for now; all of it, or some of its items. */
export function anEvening(town: Town, change: Partial<OpenSent> = {}): TogetherRow {
  const week = thisWeek(town.context, town.player).week;
  const session = week?.content.sessions[0];
  if (!week || !session) throw new Error('no open week');
  const itemIds = session.blocks.flatMap((block) => block.items).map((item) => item.id);
  const sent = { id: uuid(), revisionId: week.revisionId, sessionId: session.id, itemIds, startsAt: null, ...change };
  return openEvening(town.context, town.coach, { squad: town.squad, ...sent });
}
