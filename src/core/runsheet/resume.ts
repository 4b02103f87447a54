import { type ClockEvent, type ClockState, replay } from './clock.ts';
import type { Interval } from './types.ts';

/** A visit that nobody came back to for this long is closed with what was done of it. */
export const RESUME_HOURS = 3;

/** What becomes of a visit found on the device: it goes on in a pause, or is closed; with the event that the log gets for it. */
export interface Resumed {
  way: 'goes on' | 'closed' | 'over';
  /** To be added to the log; null when nothing has to be. */
  event: ClockEvent | null;
  state: ClockState;
  /** Milliseconds nobody heard the clock. */
  awayMs: number;
}

/**
 * Takes up a run log after a reload, a crash or a dead battery. Time in which nobody heard the clock is never work.
 * @param aliveAt last instant (epoch ms) at which the page was known to run
 * @param now the instant of coming back; a device clock that ran back counts as no time away
 * @param fits false when the run sheet is not the one the log was made with: the visit is closed
 */
export function resume(sheet: readonly Interval[], log: readonly ClockEvent[], aliveAt: number, now: number, fits = true): Resumed {
  const at = Math.max(aliveAt, log.at(-1)?.at ?? 0);
  const until = Math.max(now, at);
  const awayMs = until - at;
  const there = replay(sheet, log, at);
  if (there.phase === 'finished' || there.phase === 'stopped' || there.phase === 'waiting')
    return { way: 'over', event: null, state: there, awayMs };
  if (!fits || awayMs > RESUME_HOURS * 3_600_000) {
    const event: ClockEvent = { type: 'stop', at, why: 'left' };
    return { way: 'closed', event, state: replay(sheet, [...log, event]), awayMs };
  }
  if (there.phase === 'paused') return { way: 'goes on', event: null, state: replay(sheet, log, until), awayMs };
  const event: ClockEvent = { type: 'gap', at, until };
  return { way: 'goes on', event, state: replay(sheet, [...log, event], until), awayMs };
}
