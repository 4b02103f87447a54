import { harderThan, stepsOf } from './edges.ts';
import type { Drill } from './schema.ts';
import type { Measure, Sides } from './terms.ts';

/** The neighbours of a drill on the stairs that may take its place for a day; null where there is none. */
export interface Beside {
  easier: Drill | null;
  harder: Drill | null;
}

const BY_SECONDS: readonly Measure[] = ['count in time', 'hits in time', 'time on', 'unbroken run'];
const FEET_TOGETHER: readonly Sides[] = ['untracked', 'alternating'];
const isTogether = (drill: Pick<Drill, 'sides'>) => FEET_TOGETHER.includes(drill.sides);
/** Feet that work in the same order; feet that are not told apart fit any. */
const feetFit = (planned: Pick<Drill, 'sides'>, other: Pick<Drill, 'sides'>) => other.sides === planned.sides || isTogether(other);

/** Whether a number of one drill can be given where the other was planned: measured the same way, for the same feet. */
export const countsInPlaceOf = (planned: Pick<Drill, 'sides' | 'measure'>, other: Pick<Drill, 'sides' | 'measure'>): boolean =>
  other.measure === planned.measure && (other.sides === planned.sides || (isTogether(planned) && isTogether(other)));

/**
 * The nearest easier and the nearest harder drill that may be done in the place of one. The clock stays as it is, so both are measured the
 * same way or run for seconds, and the feet fit; without a load that the planned one has not; never with heading. One that can be counted
 * in its place goes before one that cannot; then the hardest of the easier ones, the easiest of the harder ones.
 * @param shelf the squad's drills
 * @param may what home, ground, age and the coach's rules allow
 */
export function besideOf(drill: Drill, shelf: readonly Drill[], may: (other: Drill) => boolean): Beside {
  const fits = (other: Drill) =>
    other.id !== drill.id &&
    (other.measure === drill.measure || (BY_SECONDS.includes(other.measure) && BY_SECONDS.includes(drill.measure))) &&
    feetFit(drill, other) &&
    other.loads.every((load) => load !== 'heading' && drill.loads.includes(load)) &&
    may(other);
  const nearest = (found: readonly Drill[], up: 1 | -1): Drill | null => {
    if (found.length < 2) return found[0] ?? null;
    const steps = stepsOf(shelf);
    const stepOf = (one: Drill) => up * (steps.get(one.id) ?? 0);
    const order = (a: Drill, b: Drill) =>
      Number(countsInPlaceOf(drill, b)) - Number(countsInPlaceOf(drill, a)) || stepOf(a) - stepOf(b) || (a.id < b.id ? -1 : 1);
    return [...found].sort(order)[0] ?? null;
  };
  const easier = shelf.filter((other) => drill.easier.includes(other.id) && fits(other));
  return { easier: nearest(easier, -1), harder: nearest(harderThan(shelf, drill.id).filter(fits), 1) };
}
