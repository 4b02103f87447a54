import { keepHere, keptHere, PLAYERS_HERE } from './kept-here.ts';

/** Somebody who plays on this shared device, and asked to be remembered: enough to sign in with the PIN alone. */
export interface PlayerHere {
  code: string;
  nickname: string;
}

/** As many as a family has; who signed in last comes first. */
const MOST = 6;

const isPlayer = (one: unknown): one is PlayerHere =>
  typeof one === 'object' &&
  one !== null &&
  'code' in one &&
  typeof one.code === 'string' &&
  'nickname' in one &&
  typeof one.nickname === 'string';

const isSame = (a: PlayerHere, b: PlayerHere) =>
  a.code.toLowerCase() === b.code.toLowerCase() && a.nickname.toLowerCase() === b.nickname.toLowerCase();

/** Who is remembered on this device. */
export function playersHere(): PlayerHere[] {
  const kept = keptHere(PLAYERS_HERE);
  return Array.isArray(kept) ? kept.filter(isPlayer) : [];
}

/** Remembers somebody on this device. */
export const rememberPlayer = (player: PlayerHere): boolean =>
  keepHere(PLAYERS_HERE, [player, ...playersHere().filter((one) => !isSame(one, player))].slice(0, MOST));

/** Forgets somebody on this device. */
export function forgetPlayer(player: PlayerHere): void {
  const left = playersHere().filter((one) => !isSame(one, player));
  keepHere(PLAYERS_HERE, left.length > 0 ? left : null);
}

/** The sign-in of somebody who is remembered: only the PIN is left to type. */
export const signInOf = ({ code, nickname }: PlayerHere): string => `/join#${encodeURIComponent(code)}/${encodeURIComponent(nickname)}`;
