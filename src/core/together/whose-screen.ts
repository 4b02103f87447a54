import type { ClockState } from '../training/clock.ts';
import type { Interval } from '../training/types.ts';

/* Where several share a phone on a live evening, each has a clock of the own, and one screen is seen. */

/** Where one's clock stands. */
export interface ClockHere {
  phase: ClockState['phase'];
  kind: Interval['kind'] | undefined;
  ends: Interval['ends'] | undefined;
}

export type ClocksHere = Readonly<Record<string, ClockHere>>;

/** How much one's screen is needed: for a number, for “Done” at the own pace, for a clock that runs; 0 while nothing waits for it. */
export function urgencyOf(clock: ClockHere | undefined): number {
  if (clock?.phase !== 'running' || clock.kind === 'set-up') return 0;
  if (clock.kind === 'score') return 3;
  return clock.ends === 'player' ? 2 : 1;
}

/**
 * Whose screen is seen: of those who need it most the one that was asked for, else the first.
 * @param players in their order; at least one
 * @param looked whose screen was asked for
 */
export function shownOf(players: readonly string[], clocks: ClocksHere, looked: string): string {
  const most = Math.max(...players.map((one) => urgencyOf(clocks[one])));
  const needed = players.filter((one) => urgencyOf(clocks[one]) === most);
  return needed.includes(looked) ? looked : (needed[0] ?? looked);
}
