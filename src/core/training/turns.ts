import type { ClockState } from './clock.ts';
import { JUST_BEGUN_MS } from './in-place.ts';
import type { Interval } from './types.ts';

/**
 * Which turn each interval belongs to when players share one phone, numbered from 0: the set-up, lead-in, work and number of one go, or of
 * one set where a rest lies between sets. Null for what runs beside the other's turn: rests and drinks.
 */
export function turnsOf(sheet: readonly Interval[]): (number | null)[] {
  let turn = -1;
  /** The go that the turn is of; true for one that has only laid out so far, null between turns. */
  let of: string | true | null = null;
  return sheet.map(({ kind, itemId, round }) => {
    const here: typeof of = kind === 'rest' || kind === 'drink' ? null : kind === 'set-up' || `${itemId}|${round}`;
    if (here !== null && here !== of && (of !== true || here === true)) turn++;
    of = here;
    return here === null ? null : turn;
  });
}

/** One of several who share a phone: the turns of the own sheet, and where the own clock stands. */
export interface Sharer {
  turns: readonly (number | null)[];
  state: ClockState;
}

const isOver = ({ phase }: ClockState) => phase === 'finished' || phase === 'stopped';

/** Whether somebody is in the middle of a turn, which nobody takes away. */
function isInTurn({ turns, state }: Sharer): boolean {
  const here = turns[state.index] ?? null;
  if (here === null || isOver(state) || state.phase === 'waiting') return false;
  const last = state.stretches.at(-1);
  return state.ranMs >= JUST_BEGUN_MS || last?.ended === 'again' || (last !== undefined && turns[last.index] === here);
}

/** When somebody's last turn ended, epoch ms; −∞ for none. A go that is done again has not ended. */
function lastEndOf({ turns, state }: Sharer): number {
  const { stretches } = state;
  const ended = stretches.findLast((one, i) => {
    const turn = turns[one.index] ?? null;
    return turn !== null && one.ended !== 'again' && turns[stretches[i + 1]?.index ?? state.index] !== turn;
  });
  return ended?.endedAt ?? Number.NEGATIVE_INFINITY;
}

/**
 * Whose turn it is: whoever is in the middle of one, else the one whose last turn ended longest ago; the first named of those who had none.
 * Null when all have ended. It follows from the clocks alone, so that a reload finds the same.
 */
export function whoseTurn(players: readonly Sharer[]): number | null {
  const inTurn = players.findIndex(isInTurn);
  if (inTurn >= 0) return inTurn;
  const on = players.flatMap((one, who) => (isOver(one.state) ? [] : [{ who, end: lastEndOf(one) }]));
  const first = on.reduce<(typeof on)[number] | null>((best, one) => (best && best.end <= one.end ? best : one), null);
  return first?.who ?? null;
}

/** True where somebody's clock waits for the own turn: at the very beginning of one. */
export function isAtTurn({ turns, state }: Sharer): boolean {
  return (turns[state.index] ?? null) !== null && (state.phase === 'running' || state.phase === 'paused') && !isInTurn({ turns, state });
}

/** True when the last turn that anybody ended was ended by the clock: nobody is at the phone, and the next one goes on by itself. */
export function goesOnByItself(players: readonly Sharer[], sheets: readonly (readonly Interval[])[]): boolean {
  const ends = players.map(lastEndOf);
  const last = ends.indexOf(Math.max(...ends));
  const player = players[last];
  if (!player || ends[last] === Number.NEGATIVE_INFINITY || player.state.phase === 'stopped') return false;
  const ended = player.state.stretches.findLast((one) => one.endedAt === ends[last] && (player.turns[one.index] ?? null) !== null);
  return ended?.ended === 'clock' && sheets[last]?.[ended.index]?.kind === 'work';
}

/** An interval of a woven session: whose, its place in the own sheet, and when it begins, in seconds. */
export interface Woven {
  who: number;
  index: number;
  at: number;
}

/**
 * The sheets of several players who share one phone, woven: one works while the others rest. Each has the whole own sheet in its order,
 * no two turns lie over each other, and a rest may become longer, never shorter.
 * @returns the intervals in the order of their turns, and the seconds from the first to the last
 */
export function weave(sheets: readonly (readonly Interval[])[]): { woven: Woven[]; seconds: number } {
  const woven: Woven[] = [];
  const players = sheets.map((sheet, who) => ({ who, sheet, turns: turnsOf(sheet), next: 0, end: 0, lastTurn: Number.NEGATIVE_INFINITY }));
  let free = 0;
  for (;;) {
    const on = players.filter((one) => one.next < one.sheet.length);
    const player = on.reduce<(typeof on)[number] | null>((best, one) => (best && best.lastTurn <= one.lastTurn ? best : one), null);
    if (!player) return { woven, seconds: Math.max(0, ...players.map((one) => one.end)) };
    const put = () => {
      woven.push({ who: player.who, index: player.next, at: player.end });
      player.end += player.sheet[player.next]?.seconds ?? 0;
      player.next++;
    };
    while (player.next < player.sheet.length && player.turns[player.next] === null) put();
    const turn = player.turns[player.next];
    if (turn === undefined) continue;
    player.end = Math.max(player.end, free);
    while (player.turns[player.next] === turn) put();
    free = player.end;
    player.lastTurn = player.end;
  }
}
