import type { Foot } from '../drills/terms.ts';
import type { ClockState } from './clock.ts';
import { workStretches } from './goes.ts';
import type { Interval } from './types.ts';

/** A try shorter than this is none: two taps for one ball, in seconds. */
const LEAST_SECONDS = 1;

/**
 * How long each try of an unbroken run lasted, in seconds, in order: from the work's first instant, or from the end of the try before, until
 * the ball was said to be down; the last until the work ended. Pauses in the work are not known here and count with the try they fell in.
 * @param drops instants (epoch ms, on the log's clock) at which a try was said to be over
 */
export function trySeconds(
  sheet: readonly Interval[],
  state: ClockState,
  go: { itemId: string; round: number; foot: Foot },
  drops: readonly number[],
): number[] {
  const mine = workStretches(sheet, state, go.itemId, go.round).filter((stretch) => sheet[stretch.index]?.foot === go.foot);
  const [first, last] = [mine[0], mine.at(-1)];
  if (!first || !last) return [];
  const ends = [...drops.filter((at) => at > first.startedAt && at < last.endedAt).sort((a, b) => a - b), last.endedAt];
  return ends.map((at, i) => (at - (ends[i - 1] ?? first.startedAt)) / 1000).filter((seconds) => seconds >= LEAST_SECONDS);
}
