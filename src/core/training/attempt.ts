import type { ClockState } from './clock.ts';

/** How often the interval at `index` was begun anew: 0 for the first time. */
export function attemptOf(state: ClockState, index: number): number {
  return state.stretches.filter((stretch) => stretch.index === index).length;
}
