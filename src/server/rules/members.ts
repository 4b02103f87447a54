import { and, eq } from 'drizzle-orm';
import { isPlayersAge } from '../../core/squads/index.ts';
import type { Level, StrongerFoot } from '../../core/squads/terms.ts';
import { t } from '../../core/text/translate.ts';
import type { Actor, Asking } from '../accounts/actor.ts';
import { endSignIns } from '../accounts/end-sign-ins.ts';
import { signInName } from '../accounts/squad-sign-in.ts';
import type { Context } from '../context.ts';
import { tell } from '../mail/tell.ts';
import { players, squadPlayers, user } from '../platform/db/schema.ts';
import { writeLedger } from '../platform/ledger.ts';
import { badInput, notFound, Problem } from '../platform/problems.ts';
import { allow, asPerson, asPlayer } from '../policy.ts';
import { endFamilyLinks } from '../squads/invitations.ts';
import { newPin, nicknameTaken } from '../squads/joining.ts';
import { ageOf, memberOf, squadById, squadDay } from '../squads/squads.ts';
import { forgetStreaksIn } from '../streaks/days.ts';
import { barAnew } from '../weeks/given.ts';

type OfMember = { squad: string; player: string };
const rowOf = (input: OfMember) => and(eq(squadPlayers.squadId, input.squad), eq(squadPlayers.playerId, input.player));

export function setLevel(context: Context, actor: Actor, input: OfMember & { level: Level }): { level: Level } {
  const { squad, player, level } = input;
  allow(context.db, actor, 'set a level', { squad, player });
  context.db.update(squadPlayers).set({ level }).where(rowOf(input)).run();
  return { level };
}

/**
 * Corrects a player's nickname, birth year, stronger foot and step, in every squad the player is in. The step is a part of what was said of
 * home: where nothing was, there is none to correct.
 */
export function correctPlayer(
  context: Context,
  actor: Actor,
  input: OfMember & { nickname: string; birthYear: number; strongerFoot?: StrongerFoot | undefined; step?: number | null | undefined },
): { nickname: string; birthYear: number } {
  const { db, now } = context;
  const { squad, player, nickname, birthYear, strongerFoot, step } = input;
  allow(db, actor, 'correct a player', { squad, player });
  const age = ageOf({ birthYear }, squadById(db, squad), now());
  if (!isPlayersAge(age)) throw badInput('birthYear', t('That birth year would make the player {age}. Check it.', { age }));
  db.transaction(() => {
    const name = signInName(nickname);
    const mine = db
      .select({ squadId: squadPlayers.squadId, had: squadPlayers.signInName })
      .from(squadPlayers)
      .where(eq(squadPlayers.playerId, player))
      .all();
    for (const { squadId, had } of mine)
      if (had !== name && nicknameTaken(db, squadId, nickname, player))
        throw badInput('nickname', t('“{nickname}” is taken in a squad of this player. Pick another one.', { nickname }));
    db.update(squadPlayers).set({ signInName: name }).where(eq(squadPlayers.playerId, player)).run();
    const { home } = memberOf(db, squad, player);
    db.update(players)
      .set({
        ...{ nickname, birthYear, yearUnsaid: false },
        ...(strongerFoot ? { strongerFoot } : {}),
        ...(step !== undefined && home ? { home: { ...home, step } } : {}),
      })
      .where(eq(players.id, player))
      .run();
    const row = db.select({ userId: players.userId }).from(players).where(eq(players.id, player)).get();
    if (row) db.update(user).set({ name: nickname }).where(eq(user.id, row.userId)).run();
    for (const { squadId } of mine) barAnew(context, squadById(db, squadId));
  });
  return { nickname, birthYear };
}

/** Gives a player another PIN, signs the player out everywhere, and ends the links that signed the player in: one act. */
async function changePin(
  context: Context,
  by: string,
  player: string,
  pin: string,
  squadId: string | null,
  pinMade: boolean,
): Promise<{ pin: string }> {
  const { db, config, hashes, now } = context;
  const pinHash = await hashes.hash(pin);
  const row = db.select({ userId: players.userId }).from(players).where(eq(players.id, player)).get();
  if (!row) throw notFound();
  writeLedger(config, { what: 'PIN', player, hash: pinHash, at: now() });
  db.transaction(() => {
    db.update(players).set({ pinHash, pinMade }).where(eq(players.id, player)).run();
    endSignIns(db, row.userId);
    endFamilyLinks(context, player);
    tell(context, { kind: 'new PIN', userId: row.userId, playerId: player, squadId, by });
  });
  return { pin };
}

export async function resetPin(context: Context, actor: Actor, input: OfMember & { pin?: string | undefined }): Promise<{ pin: string }> {
  const { squad, player } = input;
  allow(context.db, actor, 'reset a PIN', { squad, player });
  return changePin(context, asPerson(actor).userId, player, input.pin ?? newPin(), squad, true);
}

export async function resetChildPin(context: Context, actor: Actor, input: { player: string; pin: string }): Promise<{ pin: string }> {
  allow(context.db, actor, 'reset a child’s PIN', { player: input.player });
  return changePin(context, asPerson(actor).userId, input.player, input.pin, null, false);
}

/**
 * The first PIN that a family chooses itself, once, after it came in by a link: the one that was made opens nothing any more, and whoever came
 * in with it is signed out. The link stays.
 */
export async function choosePin(context: Context, actor: Actor, input: { pin: string }, asking: Asking): Promise<{ chosen: boolean }> {
  const { db, config, hashes, now } = context;
  allow(db, actor, 'choose my PIN');
  const { playerId, userId } = asPlayer(actor);
  const mayStill = () => db.select({ pinMade: players.pinMade }).from(players).where(eq(players.id, playerId)).get()?.pinMade;
  if (!mayStill())
    throw new Problem('not allowed', t('Your PIN was chosen already. A grown-up of your family or your coach makes a new one.'));
  const pinHash = await hashes.hash(input.pin);
  writeLedger(config, { what: 'PIN', player: playerId, hash: pinHash, at: now() });
  db.transaction(() => {
    if (!mayStill()) throw new Problem('changed elsewhere', t('Your PIN was chosen on another device meanwhile.'));
    db.update(players).set({ pinHash, pinMade: false }).where(eq(players.id, playerId)).run();
    endSignIns(db, userId, asking.signInId ?? undefined);
    tell(context, { kind: 'new PIN', userId, playerId, squadId: null, by: userId });
  });
  return { chosen: true };
}

/** Takes a player out of a squad. What was done stays with the family; coaches of the squad see it no more. */
export function removePlayer(context: Context, actor: Actor, input: OfMember): { id: string } {
  const { db, config, now } = context;
  const { squad, player } = input;
  allow(db, actor, 'remove people', { squad, player });
  const day = squadDay(squadById(db, squad), now());
  writeLedger(config, { what: 'player left', squad, player, day, at: now() });
  db.update(squadPlayers).set({ leftOn: day }).where(rowOf(input)).run();
  return { id: player };
}

/** Undoes a removal: the player is in the squad again as before. */
export function bringBack(context: Context, actor: Actor, input: OfMember): { id: string } {
  const { db, config, now } = context;
  allow(db, actor, 'remove people', { squad: input.squad });
  writeLedger(config, { what: 'player left', squad: input.squad, player: input.player, day: null, at: now() });
  const { changes } = db.update(squadPlayers).set({ leftOn: null }).where(rowOf(input)).run();
  if (changes === 0) throw notFound();
  forgetStreaksIn(context, input.squad);
  return { id: input.player };
}

/** Of several squads, the one that a player looks at from now on. */
export function chooseSquad(context: Context, actor: Actor, input: { squad: string }): { squad: string } {
  const { db } = context;
  allow(db, actor, 'choose a squad');
  const player = asPlayer(actor);
  if (!player.squads.includes(input.squad)) throw notFound();
  db.update(players).set({ squadInView: input.squad }).where(eq(players.id, player.playerId)).run();
  return input;
}
