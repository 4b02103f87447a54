import type { ThisWeek } from '../contract/training.ts';
import { COMPANIONS_HERE, keepHere, keptHere } from './kept-here.ts';

/** A player who takes turns on this device with whoever is signed in. */
export interface Companion {
  playerId: string;
  nickname: string;
  /** How this player's squad wants its clips. */
  film: ThisWeek['film'];
}

const isCompanion = (one: unknown): one is Companion =>
  typeof one === 'object' && one !== null && 'playerId' in one && typeof one.playerId === 'string' && 'nickname' in one && 'film' in one;

/** Who came along with a player; nobody when it was with another. */
export function companionsHere(playerId: string): Companion[] {
  const kept = keptHere(COMPANIONS_HERE) as { with?: unknown; players?: unknown } | null;
  return kept?.with === playerId && Array.isArray(kept.players) ? kept.players.filter(isCompanion) : [];
}

/** Remembers who came along, in their order; nobody forgets them. */
export const keepCompanions = (playerId: string, players: readonly Companion[]): boolean =>
  keepHere(COMPANIONS_HERE, players.length > 0 ? { with: playerId, players } : null);
