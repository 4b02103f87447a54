import { median } from 'simple-statistics';
import { WEEK_MS } from '../calendar/lengths.ts';
import { type Better, beats } from '../progress/records.ts';
import type { TimedResult } from '../progress/trend.ts';

/** Three ways to show a squad its numbers. */
export const TABLE_SCHOOLS = ['off', 'improvement', 'scores'] as const;
export type TableSchool = (typeof TABLE_SCHOOLS)[number];

/** Tables are off for players under this age unless the coach says otherwise. */
export const TABLES_FROM_AGE = 11;

/** A player who may stand in a table, with cleared results under one record key. */
export interface TablePlayer {
  playerId: string;
  nickname: string;
  /** False once a guardian took the child out. */
  shown: boolean;
  /** Cleared results, clocked or not. */
  results: readonly (TimedResult & { clocked: boolean })[];
}

export interface TableRow {
  playerId: string;
  nickname: string;
  /** 1 for the first; players level share a place. */
  place: number;
  /** Best of the week, in the measure's unit. */
  best: number;
  /** Gain on the own middle of the four weeks before, as a share (0.1 is 10 % better); null without goes in them. */
  gain: number | null;
}

export interface TableFor {
  /** The upper half, best first. Never anybody below the middle, so never a last place. */
  rows: TableRow[];
  /** The viewer's own line, whether in the upper half or not, without a place below the middle; null without a go. */
  own: (Omit<TableRow, 'place'> & { place: number | null }) | null;
}

const WEEKS_OF_MIDDLE = 4;

/** How much better a result is than another, as a share of the other, in the measure's own direction; null beside a 0. */
export function gainOn(result: number, before: number, better: Better): number | null {
  if (before <= 0) return result === before ? 0 : null;
  return (better === 'more' ? result - before : before - result) / before;
}

interface Line {
  player: TablePlayer;
  best: number;
  gain: number | null;
}

function lineOf(player: TablePlayer, from: number, to: number, better: Better, clockedOnly: boolean): Line | null {
  const counted = player.results.filter((one) => one.clocked || !clockedOnly);
  const now = counted.filter((one) => one.doneAt >= from && one.doneAt < to).map((one) => one.result);
  if (now.length === 0) return null;
  const best = better === 'more' ? Math.max(...now) : Math.min(...now);
  const before = counted.filter((one) => one.doneAt < from && one.doneAt >= from - WEEKS_OF_MIDDLE * WEEK_MS).map((one) => one.result);
  return { player, best, gain: before.length > 0 ? gainOn(best, median(before), better) : null };
}

/**
 * The table of one record key for a week as one person may see it.
 * - `off`: nobody stands in it, and each sees the own line only
 * - `improvement`: by gain on the own middle of the four weeks before; everyone can lead
 * - `scores`: by the best clocked result of the week
 * Only the upper half has places, of an odd number the middle one too; whoever has nobody behind is not among them.
 * @param from the week's start and end, epoch ms
 * @param viewer the player who looks; null for a coach, who sees the same table without an own line
 */
export function tableFor(
  school: TableSchool,
  players: readonly TablePlayer[],
  week: { from: number; to: number },
  better: Better,
  viewer: string | null,
): TableFor {
  const line = (player: TablePlayer) => lineOf(player, week.from, week.to, better, school === 'scores');
  const mine = players.find((one) => one.playerId === viewer);
  const own = mine ? line(mine) : null;
  const ranked = school === 'off' ? [] : players.filter((one) => one.shown).flatMap((one) => line(one) ?? []);
  const inIt = ranked.filter((one) => school === 'scores' || one.gain !== null);
  const ahead = (a: Line, b: Line) => (school === 'scores' ? beats(a.best, b.best, better) : (a.gain ?? 0) > (b.gain ?? 0));
  const placed = inIt
    .map((one) => ({ one, place: 1 + inIt.filter((other) => ahead(other, one)).length }))
    .sort((a, b) => a.place - b.place || a.one.player.nickname.localeCompare(b.one.player.nickname, 'en'));
  // Whoever has as many ahead as behind, or fewer, stands in the upper half. Whoever nobody is behind stands last, and never shows.
  const upper = placed.filter(({ one, place }) => {
    const behind = inIt.filter((other) => ahead(one, other)).length;
    return place - 1 <= behind && behind > 0;
  });
  const row = ({ player, best, gain }: Line) => ({ playerId: player.playerId, nickname: player.nickname, best, gain });
  return {
    rows: upper.map(({ one, place }) => ({ ...row(one), place })),
    own: own && { ...row(own), place: upper.find(({ one }) => one.player.playerId === viewer)?.place ?? null },
  };
}
