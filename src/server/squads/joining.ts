import { randomInt } from 'node:crypto';
import { and, asc, eq, inArray, isNull } from 'drizzle-orm';
import papaparse from 'papaparse';
import { v7 as uuid } from 'uuid';
import type { InvitationView, RequestState } from '../../contract/invitations.ts';
import type { NewPlayerSent, RosterLook } from '../../contract/squads.ts';
import { isSimplePin } from '../../core/accounts/index.ts';
import { isPlayersAge, looksLike, OLDEST, readRoster, unsaidYear, YOUNGEST } from '../../core/squads/index.ts';
import type { Level, StrongerFoot } from '../../core/squads/terms.ts';
import { t } from '../../core/text/translate.ts';
import type { Actor, Asking } from '../accounts/actor.ts';
import { staying } from '../accounts/leaving.ts';
import { signInName } from '../accounts/squad-sign-in.ts';
import type { Context } from '../context.ts';
import type { Db } from '../platform/db/connection.ts';
import { joinRequests, players, squadPlayers, squads } from '../platform/db/schema.ts';
import { writeLedger } from '../platform/ledger.ts';
import { badInput, notFound, Problem } from '../platform/problems.ts';
import { allow, asPerson } from '../policy.ts';
import { checkStillGiven, findInvitation, inviteGuardian, kindsFor, spend } from './invitations.ts';
import { insertPlayer } from './people.ts';
import { ageOf, membersOf, type Squad, squadById, squadDay } from './squads.ts';

/* How players come into a squad: by asking, by a list, or from another squad of the same coach. */

const PIN_DIGITS = 4;
/** A PIN for somebody who has none yet, or forgot it. */
export function newPin(): string {
  for (;;) {
    const pin = String(randomInt(10 ** PIN_DIGITS)).padStart(PIN_DIGITS, '0');
    if (!isSimplePin(pin)) return pin;
  }
}

export interface Asked {
  id: string;
  code: string;
  nickname: string;
  birthYear: number;
  strongerFoot: StrongerFoot;
  pin: string;
}

function requestOf(db: Db, id: string): RequestState | undefined {
  const row = db
    .select({ request: joinRequests, name: squads.name, code: squads.code, now: players.nickname })
    .from(joinRequests)
    .innerJoin(squads, eq(squads.id, joinRequests.squadId))
    .leftJoin(players, eq(players.id, joinRequests.playerId))
    .where(eq(joinRequests.id, id))
    .get();
  if (!row) return undefined;
  const { state, nickname } = row.request;
  // A coach may have given another nickname.
  return { nickname: row.now ?? nickname, state, squad: state === 'admitted' ? { name: row.name, code: row.code } : null };
}

/**
 * Whether somebody in a squad has a nickname, or one that looks like it on a phone: other letters of the same shape, other capitals,
 * spaces or accents. Whoever was taken out keeps theirs: coming back must not find a double.
 */
export const nicknameTaken = (db: Db, squadId: string, nickname: string, but: string | null = null): boolean =>
  db
    .select({ id: squadPlayers.playerId, name: squadPlayers.signInName })
    .from(squadPlayers)
    .where(eq(squadPlayers.squadId, squadId))
    .all()
    .some((row) => row.id !== but && looksLike(row.name, nickname));

/** Asks to join a squad. Sending it twice asks once. */
export async function askToJoin(context: Context, actor: Actor, input: Asked, asking: Asking): Promise<RequestState> {
  const { db, hashes, limits, now } = context;
  allow(db, actor, 'ask to join');
  const had = requestOf(db, input.id);
  if (had) return had;
  const found = await findInvitation(context, input.code, asking);
  if (found.kind !== 'players' || !found.squadId) throw badInput('code', t('This code is not for players. Ask your coach which one is.'));
  const { id, nickname, birthYear, strongerFoot } = input;
  const squad = squadById(db, found.squadId);
  if (!isPlayersAge(ageOf({ birthYear }, squad, now())))
    throw badInput(
      'birthYear',
      t('That birth year would make you younger than {youngest} or older than {oldest}. Check it.', { youngest: YOUNGEST, oldest: OLDEST }),
    );
  // Who asks which names are taken has only so many tries.
  const giveBack = await limits.joining(asking.from);
  if (nicknameTaken(db, squad.id, nickname))
    throw badInput(
      'nickname',
      t('“{nickname}” is taken in this squad, or looks like one that is. Add a letter or pick another one.', { nickname }),
    );
  await giveBack();
  const pinHash = await hashes.hash(input.pin);
  const twice = requestOf(db, id);
  if (twice) return twice;
  db.transaction(() => {
    checkStillGiven(context, found);
    spend(context, found);
    db.insert(joinRequests)
      .values({ id, squadId: squad.id, invitationId: found.id, nickname, birthYear, strongerFoot, pinHash, at: now(), state: 'waiting' })
      .run();
  });
  return { nickname, state: 'waiting', squad: null };
}

/** How a request stands, for the device that made it: nobody else has its id. */
export function readRequest(context: Context, actor: Actor, input: { request: string }): RequestState {
  allow(context.db, actor, 'ask to join');
  const found = requestOf(context.db, input.request);
  if (!found) throw notFound();
  return found;
}

function waitingRequest(db: Db, input: { squad: string; request: string }) {
  const found = db.select().from(joinRequests).where(eq(joinRequests.id, input.request)).get();
  if (!found || found.squadId !== input.squad) throw notFound();
  if (found.state !== 'waiting')
    throw new Problem(
      'changed elsewhere',
      t('This was answered already: {nickname} was {state}.', { nickname: found.nickname || t('the player'), state: found.state }),
    );
  return found;
}

/** Lets in who asked to join, and makes the guardian's one-time code. */
export function admit(
  context: Context,
  actor: Actor,
  input: { squad: string; request: string; level: Level; nickname?: string | undefined },
): { playerId: string; guardianCode: InvitationView | null } {
  const { db, now } = context;
  allow(db, actor, 'admit a player', { squad: input.squad });
  const { userId } = asPerson(actor);
  const playerId = db.transaction(() => {
    const asked = waitingRequest(db, input);
    const squad = squadById(db, input.squad);
    const nickname = input.nickname ?? asked.nickname;
    if (nicknameTaken(db, squad.id, nickname))
      throw badInput('nickname', t('“{nickname}” is in this squad already. Give the new player another nickname.', { nickname }));
    const { birthYear, strongerFoot, pinHash } = asked;
    const made = insertPlayer(
      context,
      squad.id,
      { nickname, birthYear, strongerFoot, level: input.level, joinedOn: squadDay(squad, now()) },
      pinHash,
    );
    db.update(joinRequests)
      // The PIN is the player's now; the request keeps no second hash of it.
      .set({ state: 'admitted', decidedAt: now(), decidedBy: userId, playerId: made.playerId, pinHash: '' })
      .where(eq(joinRequests.id, asked.id))
      .run();
    return made.playerId;
  });
  // An assistant lets players in; who their guardian is, is a head coach's to say.
  const mayInvite = kindsFor(actor, input.squad).includes('guardian');
  return {
    playerId,
    guardianCode: mayInvite ? inviteGuardian(context, actor, { squad: input.squad, player: playerId, id: uuid() }) : null,
  };
}

/** Says no; what was typed is deleted, and only that somebody asked stays. */
export function refuse(context: Context, actor: Actor, input: { squad: string; request: string }): { id: string } {
  const { db, now } = context;
  allow(db, actor, 'admit a player', { squad: input.squad });
  const asked = waitingRequest(db, input);
  db.update(joinRequests)
    .set({ state: 'refused', decidedAt: now(), decidedBy: asPerson(actor).userId, nickname: '', birthYear: 0, pinHash: '' })
    .where(eq(joinRequests.id, asked.id))
    .run();
  return { id: asked.id };
}

/** The year of birth that is kept: as it was said, or a young one until it is. */
function yearsOf({ db, now }: Context, squad: Squad): (said: number | null) => { birthYear: number; yearUnsaid: boolean } {
  const ages = membersOf(db, squad.id).map((member) => ageOf(member, squad, now()));
  const unsaid = unsaidYear(Number(squadDay(squad, now()).slice(0, 4)), ages);
  return (said) => ({ birthYear: said ?? unsaid, yearUnsaid: said === null });
}

/** One player by hand, with a PIN that is told this once. Sending the same id twice adds one player; the second answer has a new PIN. */
export async function addByHand(
  context: Context,
  actor: Actor,
  input: { squad: string } & NewPlayerSent,
): Promise<{ playerId: string; nickname: string; pin: string }> {
  const { db, now } = context;
  allow(db, actor, 'read in a roster', { squad: input.squad });
  const squad = squadById(db, input.squad);
  const { id, nickname, strongerFoot, level } = input;
  const year = Number(squadDay(squad, now()).slice(0, 4));
  if (input.birthYear !== null && !isPlayersAge(year - input.birthYear))
    throw badInput('birthYear', t('That birth year would make the player {year}. Check it.', { year: year - input.birthYear }));
  const pin = newPin();
  const pinHash = await context.hashes.hash(pin);
  return db.transaction(() => {
    const had = membersOf(db, squad.id).find((member) => member.id === id);
    if (had) {
      // Only the answer was lost: nobody has been told the PIN.
      db.update(players).set({ pinHash, pinMade: true }).where(eq(players.id, id)).run();
      return { playerId: id, nickname: had.nickname, pin };
    }
    if (db.select({ id: players.id }).from(players).where(eq(players.id, id)).get()) throw notFound();
    if (nicknameTaken(db, squad.id, nickname))
      throw badInput(
        'nickname',
        t('“{nickname}” is in this squad already, or looks like one that is. Give the new player another nickname.', { nickname }),
      );
    const about = { nickname, strongerFoot, level, ...yearsOf(context, squad)(input.birthYear), joinedOn: squadDay(squad, now()) };
    insertPlayer(context, squad.id, about, pinHash, true, id);
    return { playerId: id, nickname, pin };
  });
}

const MOST_LINES = 200;

/** Players from a CSV list. Dry, it only says what would happen; else it adds the good lines when no line is wrong. */
export async function readInRoster(
  context: Context,
  actor: Actor,
  input: { squad: string; text: string; dry: boolean },
): Promise<RosterLook> {
  const { db, now } = context;
  allow(db, actor, 'read in a roster', { squad: input.squad });
  const squad = squadById(db, input.squad);
  const today = squadDay(squad, now());
  const { data } = papaparse.parse<string[]>(input.text.replace(/^\uFEFF/, '').trimEnd(), { skipEmptyLines: false });
  if (data.length > MOST_LINES + 1)
    throw badInput('text', t('The list has more than {mostLines} players. Cut it in two.', { mostLines: MOST_LINES }));
  const taken = db
    .select({ name: squadPlayers.signInName })
    .from(squadPlayers)
    .where(eq(squadPlayers.squadId, squad.id))
    .all()
    .map((row) => row.name);
  const read = readRoster(data, taken, Number(today.slice(0, 4)));
  if (input.dry) return { ...read, added: [] };
  if (read.wrong.length > 0)
    throw badInput(
      'text',
      t('Line {line}: {sentence} Nobody was added.', { line: read.wrong[0]?.line, sentence: read.wrong[0]?.sentence }),
    );
  const yearOf = yearsOf(context, squad);
  const made = await Promise.all(
    read.good.map(async (line) => {
      const pin = newPin();
      return { line, pin, pinHash: await context.hashes.hash(pin) };
    }),
  );
  const added = db.transaction(() =>
    made.map(({ line: { line: _line, birthYear, ...player }, pin, pinHash }) => ({
      playerId: insertPlayer(context, squad.id, { ...player, ...yearOf(birthYear), joinedOn: today }, pinHash, true).playerId,
      nickname: player.nickname,
      pin,
    })),
  );
  return { ...read, added };
}

/** Players of the coach's other squads who are not in this one. */
export function playersElsewhere(context: Context, actor: Actor, input: { squad: string }) {
  const { db } = context;
  allow(db, actor, 'see people', input);
  const mine = actor.kind === 'coach' ? actor.squads.filter((id) => id !== input.squad) : [];
  const here = new Set(
    db
      .select({ id: squadPlayers.playerId })
      .from(squadPlayers)
      .where(and(eq(squadPlayers.squadId, input.squad), isNull(squadPlayers.leftOn)))
      .all()
      .map((row) => row.id),
  );
  const rows = db
    .select({ playerId: players.id, nickname: players.nickname, squad: squads.name })
    .from(squadPlayers)
    .innerJoin(players, eq(players.id, squadPlayers.playerId))
    .innerJoin(squads, eq(squads.id, squadPlayers.squadId))
    .where(and(inArray(squadPlayers.squadId, mine), isNull(squadPlayers.leftOn), staying()))
    .orderBy(asc(players.nickname))
    .all();
  return { players: rows.filter((row) => !here.has(row.playerId)) };
}

/** Puts a player of another squad of the same coach into this one too; the account, PIN and family stay one. */
export function takeOver(context: Context, actor: Actor, input: { squad: string; player: string; level: Level }): { playerId: string } {
  const { db, now } = context;
  const { squad: squadId, player, level } = input;
  allow(db, actor, 'take over a player', { squad: squadId });
  const elsewhere = playersElsewhere(context, actor, { squad: squadId }).players.find((one) => one.playerId === player);
  if (!elsewhere) throw notFound();
  const joinedOn = squadDay(squadById(db, squadId), now());
  const before = and(eq(squadPlayers.squadId, squadId), eq(squadPlayers.playerId, player));
  if (db.select().from(squadPlayers).where(before).get()) {
    writeLedger(context.config, { what: 'player left', squad: squadId, player, day: null, at: now() });
    db.update(squadPlayers).set({ leftOn: null, level }).where(before).run();
    return { playerId: player };
  }
  if (nicknameTaken(db, squadId, elsewhere.nickname))
    throw badInput('player', t('“{nickname}” is the nickname of another player of this squad.', { nickname: elsewhere.nickname }));
  db.insert(squadPlayers)
    .values({ squadId, playerId: player, signInName: signInName(elsewhere.nickname), level, joinedOn })
    .run();
  return { playerId: player };
}
