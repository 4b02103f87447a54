import { randomInt } from 'node:crypto';
import { eq } from 'drizzle-orm';
import { v7 as uuid } from 'uuid';
import type { Level, StrongerFoot } from '../../core/squads/terms.ts';
import type { StreakRule } from '../../core/streaks/index.ts';
import { signInName } from '../accounts/squad-sign-in.ts';
import type { Context } from '../context.ts';
import type { Db } from '../platform/db/connection.ts';
import { account, playerGuardians, players, squadCoaches, squadPlayers, squadRules, squads, user } from '../platform/db/schema.ts';
import { writeLedger } from '../platform/ledger.ts';

function addUser(context: Context, id: string, name: string, email: string, kind: 'coach' | 'guardian' | 'player'): void {
  const at = new Date(context.now());
  context.db
    .insert(user)
    .values({ id, name, email, emailVerified: kind !== 'player', kind, createdAt: at, updatedAt: at })
    .run();
}

interface AccountOf {
  name: string;
  email: string;
  kind: 'coach' | 'guardian';
}

/** An account with e-mail and the hash of a password, for a coach or a guardian. Returns the user's id. */
export function insertAccount(context: Context, given: AccountOf, password: string): string {
  const id = uuid();
  const at = new Date(context.now());
  addUser(context, id, given.name, given.email.toLowerCase(), given.kind);
  context.db
    .insert(account)
    .values({ id: uuid(), accountId: id, providerId: 'credential', userId: id, password, createdAt: at, updatedAt: at })
    .run();
  return id;
}

/** The same, with the password itself. */
export const addAccount = async (context: Context, { password, ...given }: AccountOf & { password: string }): Promise<string> =>
  insertAccount(context, given, await context.hashes.hash(password));

/** Letters of a squad code: no vowels, so that none makes a word, and none that are misread. */
const CODE_LETTERS = 'BCDFGHJKMNPQRSTVWXZ23456789';
const CODE_LENGTH = 7;
const newSquadCode = () => Array.from({ length: CODE_LENGTH }, () => CODE_LETTERS[randomInt(CODE_LETTERS.length)]).join('');

/** A squad code that no squad has. */
export function freshSquadCode(db: Db): string {
  for (;;) {
    const code = newSquadCode();
    if (!db.select({ id: squads.id }).from(squads).where(eq(squads.code, code)).get()) return code;
  }
}

export interface NewSquad {
  name: string;
  town: string;
  code: string;
  timeZone: string;
  rule: StreakRule;
  from: string;
}

/** A squad with its first streak rule, and whatever of its rules differs from the usual ones. */
export function insertSquad(context: Context, id: string, given: NewSquad, rules: Partial<typeof squads.$inferInsert> = {}): void {
  const { rule, from, ...squad } = given;
  context.db
    .insert(squads)
    .values({ ...rules, id, ...squad, createdAt: context.now() })
    .run();
  context.db.insert(squadRules).values({ squadId: id, from, rule }).run();
}

/** A squad with its first streak rule. Returns its id. */
export function addSquad(context: Context, given: NewSquad): string {
  const id = uuid();
  insertSquad(context, id, given);
  return id;
}

export function addCoach(context: Context, squadId: string, userId: string, role: 'head coach' | 'assistant'): void {
  writeLedger(context.config, { what: 'coach', squad: squadId, user: userId, role, at: context.now() });
  context.db.insert(squadCoaches).values({ squadId, userId, role }).run();
}

export interface NewPlayer {
  nickname: string;
  birthYear: number;
  /** Nobody said the year of birth yet. */
  yearUnsaid?: boolean;
  strongerFoot: StrongerFoot;
  level: Level;
  pin: string;
  joinedOn: string;
}

/**
 * A player in a squad. The account has no real e-mail address: nothing is ever sent to a child.
 * @param pinMade the PIN was made for the player: the family chooses one when it first comes in by a link
 */
export function insertPlayer(
  context: Context,
  squadId: string,
  given: Omit<NewPlayer, 'pin'>,
  pinHash: string,
  pinMade = false,
  playerId = uuid(),
): { playerId: string; userId: string } {
  const userId = uuid();
  const { nickname, birthYear, yearUnsaid = false, strongerFoot, level, joinedOn } = given;
  addUser(context, userId, nickname, `${userId}@player.placeholder.invalid`, 'player');
  context.db
    .insert(players)
    .values({ id: playerId, userId, nickname, birthYear, yearUnsaid, strongerFoot, pinHash, pinMade, createdAt: context.now() })
    .run();
  context.db
    .insert(squadPlayers)
    .values({ squadId, playerId, signInName: signInName(nickname), level, joinedOn })
    .run();
  return { playerId, userId };
}

/** A player in a squad, with a PIN. */
export async function addPlayer(
  context: Context,
  squadId: string,
  { pin, ...given }: NewPlayer,
): Promise<{ playerId: string; userId: string }> {
  return insertPlayer(context, squadId, given, await context.hashes.hash(pin));
}

export function addGuardian(context: Context, playerId: string, userId: string): void {
  const at = context.now();
  writeLedger(context.config, { what: 'guardian', player: playerId, user: userId, on: true, at });
  context.db.insert(playerGuardians).values({ playerId, userId, since: at }).run();
}
