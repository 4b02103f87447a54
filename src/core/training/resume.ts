import { type ClockEvent, type ClockState, replay } from './clock.ts';
import type { Interval } from './types.ts';

/** A visit that nobody came back to for this long is closed with what was done of it. */
export const RESUME_HOURS = 3;

/** The last instant a run is known to have been heard: the page's last sign of life, or its last event. */
const lastHeard = (log: readonly ClockEvent[], aliveAt: number) => Math.max(aliveAt, log.at(-1)?.at ?? 0);

/**
 * The event that closes a visit nobody can go on with, at the moment it was last heard; null while it can be gone on with.
 * @param aliveAt last instant (epoch ms) at which the page was known to run
 * @param fits false when the week was released anew since, so that the run sheet is another one
 */
export function closing(log: readonly ClockEvent[], aliveAt: number, now: number, fits: boolean): ClockEvent | null {
  const at = lastHeard(log, aliveAt);
  return fits && now - at <= RESUME_HOURS * 3_600_000 ? null : { type: 'stop', at, why: 'left' };
}

/** How a visit found on the device is taken up: in a pause, with the event that the log gets for it; or it is over already. */
export interface Resumed {
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
 */
export function resume(sheet: readonly Interval[], log: readonly ClockEvent[], aliveAt: number, now: number): Resumed {
  const at = lastHeard(log, aliveAt);
  const until = Math.max(now, at);
  const awayMs = until - at;
  const there = replay(sheet, log, at);
  if (there.phase === 'paused') return { event: null, state: replay(sheet, log, until), awayMs };
  if (there.phase !== 'running') return { event: null, state: there, awayMs };
  const event: ClockEvent = { type: 'gap', at, until };
  return { event, state: replay(sheet, [...log, event], until), awayMs };
}
