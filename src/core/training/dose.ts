import type { Drill } from '../drills/schema.ts';
import { otherFoot } from '../drills/terms.ts';
import { t } from '../text/translate.ts';
import { type Interval, plannedPace, type Runner } from './index.ts';

/** A figure for the left and the right foot (or leg). */
export interface Feet {
  left: number;
  right: number;
}

/** What a stretch of training costs. */
export interface DoseSum {
  /** Planned seconds in all, with the least and most they may be. */
  seconds: number;
  low: number;
  high: number;
  /** Seconds of work, whoever does it; `both` is work in which the feet are not told apart. */
  workSeconds: number;
  work: Feet & { both: number };
  /** Ball contacts per foot; undivided work counts half for each. */
  touches: Feet;
  /** Seconds hopping on each leg. */
  hopSeconds: Feet;
  highImpactSeconds: number;
  headers: number;
}

export const NO_DOSE: DoseSum = {
  seconds: 0,
  low: 0,
  high: 0,
  workSeconds: 0,
  work: { left: 0, right: 0, both: 0 },
  touches: { left: 0, right: 0 },
  hopSeconds: { left: 0, right: 0 },
  highImpactSeconds: 0,
  headers: 0,
};

/** The sum of two doses. */
export function addDoses(a: DoseSum, b: DoseSum): DoseSum {
  const feet = (x: Feet, y: Feet) => ({ left: x.left + y.left, right: x.right + y.right });
  return {
    seconds: a.seconds + b.seconds,
    low: a.low + b.low,
    high: a.high + b.high,
    workSeconds: a.workSeconds + b.workSeconds,
    work: { ...feet(a.work, b.work), both: a.work.both + b.work.both },
    touches: feet(a.touches, b.touches),
    hopSeconds: feet(a.hopSeconds, b.hopSeconds),
    highImpactSeconds: a.highImpactSeconds + b.highImpactSeconds,
    headers: a.headers + b.headers,
  };
}

/** The dose of one interval. Only work has touches and load; a hop loads the leg that stands. */
export function doseOfInterval(interval: Interval, drills: ReadonlyMap<string, Drill>, runner: Runner): DoseSum {
  const time = { ...NO_DOSE, seconds: interval.seconds, low: interval.low, high: interval.high };
  const drill = interval.drillId ? drills.get(interval.drillId) : undefined;
  if (interval.kind !== 'work' || !drill) return time;
  const { foot, seconds } = interval;
  const reps = interval.reps ?? seconds * plannedPace(drill, interval.pace, runner);
  const share = (amount: number, on: Interval['foot']): Feet => ({
    left: on === 'left' ? amount : on === 'right' ? 0 : amount / 2,
    right: on === 'right' ? amount : on === 'left' ? 0 : amount / 2,
  });
  return {
    ...time,
    workSeconds: seconds,
    work: { left: 0, right: 0, both: 0, [foot]: seconds },
    touches: share(reps * drill.touchesPerRep, foot),
    hopSeconds: drill.loads.includes('single-leg hop') ? share(seconds, otherFoot(foot)) : { left: 0, right: 0 },
    highImpactSeconds: drill.loads.includes('high impact') ? seconds : 0,
    headers: drill.loads.includes('heading') ? Math.round(reps) : 0,
  };
}

/** The dose of a list of intervals: the sum of its intervals, so the dose of a session is the sum of its parts. */
export function doseOf(intervals: readonly Interval[], drills: ReadonlyMap<string, Drill>, runner: Runner): DoseSum {
  return intervals.reduce((sum, interval) => addDoses(sum, doseOfInterval(interval, drills, runner)), NO_DOSE);
}

/** Minutes in words for people: "12 min", or "12–15 min" where the player's pace decides. Rounded to whole minutes, at least 1. */
export function minutesInWords(dose: Pick<DoseSum, 'low' | 'high'>): string {
  if (dose.high === 0) return '0 min';
  const low = Math.max(1, Math.round(dose.low / 60));
  const high = Math.max(low, Math.round(dose.high / 60));
  return low === high ? t('{low} min', { low }) : t('{low}–{high} min', { low, high });
}
