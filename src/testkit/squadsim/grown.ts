import type { Chance } from '../../core/chance.ts';
import { type SimPlayer, simSquad } from './players.ts';

/** How many of a simulated season's squad say more than they did, and by how much. */
export interface GrownSquad {
  players: number;
  exaggerators: number;
  weeks: number;
}

/**
 * A squad for a whole season: slow growth of about a third in 40 weeks, so that nobody reaches a trained adult's pace; dips, lazy weeks and
 * lost counts as everybody has them; one go in 25 by hand; and some who say 70 % too much in three goes of four.
 */
export function grownSquad({ players, exaggerators, weeks }: GrownSquad, random: Chance): SimPlayer[] {
  const names = Array.from({ length: players }, (_, i) => `Player ${i + 1}`);
  return simSquad(names, weeks, 2026, random).map((player, i) => ({
    ...player,
    growth: Math.max(0.001, random.normal(0.005, 0.0025)),
    limit: Math.max(player.skill, 0.9),
    byHand: 0.04,
    exaggerates: i < exaggerators ? 0.7 : 0,
    losesCount: i < exaggerators ? 0 : 0.05,
  }));
}
