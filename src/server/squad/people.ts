import { hash } from '@node-rs/argon2';
import { v7 as uuid } from 'uuid';
import type { Level, StrongerFoot } from '../../core/drills/index.ts';
import type { StreakRule } from '../../core/streaks/index.ts';
import { hashPin, signInName } from '../auth/squad-sign-in.ts';
import { account, playerGuardians, players, squadCoaches, squadPlayers, squadRules, squads, user } from '../db/schema.ts';
import type { Context } from '../house.ts';

function addUser(context: Context, id: string, name: string, email: string, kind: 'coach' | 'guardian' | 'player'): void {
  const at = new Date(context.now());
  context.db
    .insert(user)
    .values({ id, name, email, emailVerified: kind !== 'player', kind, createdAt: at, updatedAt: at })
    .run();
}

/** An account with e-mail and password, for a coach or a guardian. Returns the user's id. */
export async function addAccount(
  context: Context,
  given: { name: string; email: string; password: string; kind: 'coach' | 'guardian' },
): Promise<string> {
  const id = uuid();
  const password = await hash(given.password);
  const at = new Date(context.now());
  addUser(context, id, given.name, given.email.toLowerCase(), given.kind);
  context.db
    .insert(account)
    .values({ id: uuid(), accountId: id, providerId: 'credential', userId: id, password, createdAt: at, updatedAt: at })
    .run();
  return id;
}

export interface NewSquad {
  name: string;
  town: string;
  code: string;
  timeZone: string;
  rule: StreakRule;
  from: string;
}

/** A squad with its first streak rule. Returns its id. */
export function addSquad(context: Context, given: NewSquad): string {
  const id = uuid();
  const { rule, from, ...squad } = given;
  context.db
    .insert(squads)
    .values({ id, ...squad, createdAt: context.now() })
    .run();
  context.db.insert(squadRules).values({ squadId: id, from, rule }).run();
  return id;
}

export function addCoach(context: Context, squadId: string, userId: string, role: 'head coach' | 'assistant'): void {
  context.db.insert(squadCoaches).values({ squadId, userId, role }).run();
}

export interface NewPlayer {
  nickname: string;
  birthYear: number;
  strongerFoot: StrongerFoot;
  level: Level;
  pin: string;
  joinedOn: string;
}

/** A player in a squad. The account has no real e-mail address: nothing is ever sent to a child. */
export async function addPlayer(context: Context, squadId: string, given: NewPlayer): Promise<{ playerId: string; userId: string }> {
  const userId = uuid();
  const playerId = uuid();
  const pinHash = await hashPin(given.pin);
  const { nickname, birthYear, strongerFoot, level, joinedOn } = given;
  addUser(context, userId, nickname, `${userId}@player.placeholder.invalid`, 'player');
  context.db.insert(players).values({ id: playerId, userId, nickname, birthYear, strongerFoot, pinHash, createdAt: context.now() }).run();
  context.db
    .insert(squadPlayers)
    .values({ squadId, playerId, signInName: signInName(nickname), level, joinedOn })
    .run();
  return { playerId, userId };
}

export function addGuardian(context: Context, playerId: string, userId: string): void {
  context.db.insert(playerGuardians).values({ playerId, userId }).run();
}
