import type { Drill } from '../drills/schema.ts';
import type { ClockState } from './clock.ts';
import { doseOfInterval, type Feet } from './dose.ts';
import type { Interval, Runner } from './types.ts';

/**
 * About how many touches each foot has made in a run, rounded to whole ones: of all work that ran, as much of its planned touches as of its
 * seconds. Work that was begun again counts with its last go, skipped work as far as it ran.
 */
export function touchesDone(
  sheet: readonly Interval[],
  state: Pick<ClockState, 'stretches'>,
  drills: ReadonlyMap<string, Drill>,
  runner: Runner,
): Feet {
  const last = new Map(state.stretches.filter((one) => one.ended !== 'again').map((one) => [one.index, one]));
  const sum = { left: 0, right: 0 };
  for (const [index, { ranMs, ended }] of last) {
    const interval = sheet[index];
    if (interval?.kind !== 'work') continue;
    // Reps that the player ends were all done, however long they took.
    const whole = interval.ends === 'player' && ended === 'player';
    const share = whole ? 1 : Math.min(1, ranMs / 1000 / Math.max(1, interval.seconds));
    const { touches } = doseOfInterval(interval, drills, runner);
    sum.left += touches.left * share;
    sum.right += touches.right * share;
  }
  return { left: Math.round(sum.left), right: Math.round(sum.right) };
}
