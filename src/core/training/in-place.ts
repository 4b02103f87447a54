import type { ClockState, Stretch } from './clock.ts';
import type { Interval } from './types.ts';

/** A lead-in that has run for less than this has not begun for the player, in ms: the clock is stopped by what draws it. */
export const JUST_BEGUN_MS = 1000;
/** A score that was passed faster was passed by the clock, not by somebody at the phone. */
const PASSED_MS = 1000;

/** Whether the player stood at the phone during a stretch and has not been in place since. */
const wasAtPhone = (sheet: readonly Interval[], stretch: Stretch | undefined): boolean =>
  stretch !== undefined && sheet[stretch.index]?.kind === 'score' && (stretch.ended !== 'skipped' || stretch.ranMs >= PASSED_MS);

/**
 * True where the clock waits for the player to be back in place: at the lead-in that follows a number, whether a rest ran between them or
 * not. So the walk from the phone is part of no work. The run sheet knows nothing of it: it is a pause in the run log.
 */
export function isBackFromScore(sheet: readonly Interval[], state: ClockState): boolean {
  const here = sheet[state.index];
  if (here?.kind !== 'lead-in' || state.ranMs >= JUST_BEGUN_MS) return false;
  const last = state.stretches.findLastIndex((stretch) => !(sheet[stretch.index]?.kind === 'rest' && stretch.ended !== 'player'));
  return wasAtPhone(sheet, state.stretches[last]);
}
