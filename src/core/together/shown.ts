import { BETTER } from '../drills/index.ts';
import type { Foot, Measure } from '../drills/terms.ts';
import { beats } from '../progress/records.ts';
import type { TableSchool } from '../tables/index.ts';

/** A number of a go, as the server knows it. */
export interface NumberTogether {
  playerId: string;
  nickname: string;
  foot: Foot;
  /** Null for "I lost count". */
  result: number | null;
  measure: Measure;
  /** The best before it; null for the first. */
  recordBefore: number | null;
  /** Whether it waits for nobody: what a coach still has to look at is shown to no other child. */
  isClear: boolean;
  /** Whether this child stands in tables at all. */
  isShown: boolean;
}

/** What a player sees of the others after a go. */
export interface ShownToSquad {
  /** How many of those who are on have sent a number. */
  sent: number;
  of: number;
  /** By the squad's school: nothing, who beat the own number (without the numbers), or the top lines. */
  lines: { playerId: string; nickname: string; foot: Foot; result: number | null }[];
}

const TOP = 3;

const isBetter = (measure: Measure, a: number, b: number) => beats(a, b, BETTER[measure]);

/** The better of a player's numbers of a go, one a player. */
function bestOfEach(numbers: readonly NumberTogether[]): (NumberTogether & { result: number })[] {
  const best = new Map<string, NumberTogether & { result: number }>();
  for (const one of numbers) {
    const { result } = one;
    if (result === null || !one.isClear || !one.isShown) continue;
    const had = best.get(one.playerId);
    if (!had || isBetter(one.measure, result, had.result)) best.set(one.playerId, { ...one, result });
  }
  return [...best.values()];
}

/**
 * What players see of a go, by the squad's school of tables. `scores`: at most three top lines, and always fewer than there are numbers, so that
 * nobody is seen to be last; equal numbers stand or fall together. `improvement`: who beat the own best. `off`: how many have sent.
 * @param on ids of the players who are on
 */
export function shownToSquad(school: TableSchool, numbers: readonly NumberTogether[], on: readonly string[]): ShownToSquad {
  const senders = new Set(numbers.map((one) => one.playerId));
  const of = new Set([...on, ...senders]).size;
  const line = ({ playerId, nickname, foot }: NumberTogether, result: number | null) => ({ playerId, nickname, foot, result });
  const shown = { sent: senders.size, of, lines: [] as ShownToSquad['lines'] };
  if (school === 'off') return shown;
  if (school === 'improvement') {
    const beaten = numbers.filter(
      (one) =>
        one.isClear &&
        one.isShown &&
        one.result !== null &&
        one.recordBefore !== null &&
        isBetter(one.measure, one.result, one.recordBefore),
    );
    const first = new Map(beaten.map((one) => [one.playerId, one]).reverse() as [string, NumberTogether][]);
    return { ...shown, lines: [...first.values()].map((one) => line(one, null)).sort((a, b) => (a.nickname < b.nickname ? -1 : 1)) };
  }
  const ranked = bestOfEach(numbers).sort((a, b) =>
    isBetter(a.measure, a.result, b.result) ? -1 : isBetter(a.measure, b.result, a.result) ? 1 : 0,
  );
  const last = ranked.at(-1)?.result;
  const top = ranked.filter((one, index) => one.result !== last && (index < TOP || one.result === ranked[TOP - 1]?.result));
  return { ...shown, lines: top.map((one) => line(one, one.result)) };
}
