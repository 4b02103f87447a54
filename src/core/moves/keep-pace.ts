import { loopTicks } from './moments.ts';
import type { Plan, Tick } from './plan/index.ts';
import type { Side } from './terms.ts';

/** Clip seconds before the first and after the last rep in which the figure moves; outside it stands and waits. */
const MOVES_SECONDS = 0.5;

/** A rep that was done: seconds on any clock, and the foot that did it. */
export interface DoneRep {
  at: number;
  foot: Side;
}

/**
 * The movement done at given instants: each rep of it falls on one of them, in order.
 * @param reps in order of time, at least one
 * @returns seconds of the plan's loop (going on over its end) for an instant; it never goes back
 * @throws RangeError for a movement in which nothing is counted, or without reps
 */
export function keepingPace(plan: Plan, reps: readonly DoneRep[]): (at: number) => number {
  const counted = loopTicks(plan).filter((tick) => tick.beat.rep);
  const [first, last] = [reps[0], reps.at(-1)];
  if (counted.length === 0 || !first || !last) throw new RangeError('There is nothing to count in this movement, or no rep.');
  // The foot that did the first rep begins.
  const begin = Math.max(
    0,
    counted.findIndex((tick) => tick.worker === first.foot),
  );
  const clockOf = (i: number) => {
    const n = begin + i;
    const tick = counted[n % counted.length] as Tick;
    return tick.t - plan.start + Math.floor(n / counted.length) * plan.period;
  };
  const paceAfter = (i: number) => {
    const [a, b] = [reps[i], reps[i + 1]];
    return a && b ? (clockOf(i + 1) - clockOf(i)) / Math.max(1e-3, b.at - a.at) : 1;
  };
  return (at) => {
    if (at <= first.at) return clockOf(0) - Math.min(MOVES_SECONDS, first.at - at) * paceAfter(0);
    const next = reps.findIndex((rep) => rep.at > at);
    if (next === -1) return clockOf(reps.length - 1) + Math.min(MOVES_SECONDS, at - last.at) * paceAfter(reps.length - 2);
    const from = reps[next - 1] as DoneRep;
    return clockOf(next - 1) + (at - from.at) * paceAfter(next - 1);
  };
}
