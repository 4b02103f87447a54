import type { Drill } from '../drills/schema.ts';
import { placeText } from '../layouts/place.ts';
import { readRoute } from '../layouts/route.ts';
import { LayoutProblem } from '../layouts/types.ts';
import { t } from '../text/translate.ts';

/** One go of a course: what was touched or moved, and how often it could have been. */
export interface CourseGo {
  doneAt: number;
  faults: number;
  /** Arrivals at cones and gates in the whole go. */
  arrivals: number;
}

export type Tuning = 'closer' | 'wider' | 'stay';

const TOO_MANY = 0.4;
const CLEAN_GOES = 2;

/** Arrivals at cones and gates in one set: the legs of the way; without a way that can be read, what stands there. */
function arrivalsInSet({ moves, route }: NonNullable<Drill['layout']>): number {
  const placed = placeText(moves);
  try {
    const { out, back } = readRoute(route, placed);
    if (out.length > 0) return out.length + back.length;
  } catch (error) {
    if (!(error instanceof LayoutProblem)) throw error;
  }
  return placed.gates.length > 0 ? placed.gates.length : placed.cones.length;
}

/**
 * How often a go of a drill comes to a cone or a gate, where a fault can happen: in all its sets; null without a layout.
 * Six on the way out over the cross and six on the way back are 12 a set, 60 in five sets.
 */
export function arrivalsOf(drill: Pick<Drill, 'layout'>, sets: number): number | null {
  const inSet = drill.layout ? arrivalsInSet(drill.layout) : 0;
  return inSet > 0 ? inSet * Math.max(1, sets) : null;
}

/**
 * How a course is tuned for a player: the course changes, not the number. No fault in the last two goes makes it
 * closer, faults at more than 40 % of the arrivals of the last go make it wider; else it stays.
 */
export function tuningOf(goes: readonly CourseGo[]): { tuning: Tuning; reason: string } {
  const newest = [...goes].sort((a, b) => b.doneAt - a.doneAt);
  const last = newest[0];
  if (!last) return { tuning: 'stay', reason: t('First time: as it is written.') };
  if (last.arrivals > 0 && last.faults / last.arrivals > TOO_MANY) {
    const share = Math.round((last.faults / last.arrivals) * 100);
    return {
      tuning: 'wider',
      reason: t('Faults at {share} % of the cones and gates last time: put the cones wider, or go at easy pace.', { share }),
    };
  }
  const clean = newest.slice(0, CLEAN_GOES);
  if (clean.length === CLEAN_GOES && clean.every((go) => go.faults === 0))
    return { tuning: 'closer', reason: t('Two clean goes running: put the cones closer, or go with more pace.') };
  return { tuning: 'stay', reason: t('The course fits: leave the cones where they are.') };
}
