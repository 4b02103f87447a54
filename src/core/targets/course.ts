import type { Drill } from '../drills/schema.ts';
import { placeText } from '../layouts/place.ts';

/** One go of a course: what was touched or moved, and how many gates it could have been. */
export interface CourseGo {
  doneAt: number;
  faults: number;
  /** Gates (or cones passed) in the whole go. */
  gates: number;
}

export type Tuning = 'closer' | 'wider' | 'stay';

const TOO_MANY = 0.4;
const CLEAN_GOES = 2;

/** Gates that a go of a drill passes: those of its layout, else its cones, times the sets; null without a layout. */
export function gatesOf(drill: Pick<Drill, 'layout'>, sets: number): number | null {
  if (!drill.layout) return null;
  const { gates, cones } = placeText(drill.layout.moves);
  const stations = gates.length > 0 ? gates.length : cones.length;
  return stations > 0 ? stations * Math.max(1, sets) : null;
}

/**
 * How a course is tuned for a player: the course changes, not the number. No fault in the last two goes makes it
 * closer, faults at more than 40 % of the gates of the last go make it wider; else it stays.
 */
export function tuningOf(goes: readonly CourseGo[]): { tuning: Tuning; reason: string } {
  const newest = [...goes].sort((a, b) => b.doneAt - a.doneAt);
  const last = newest[0];
  if (!last) return { tuning: 'stay', reason: 'First time: as it is written.' };
  if (last.gates > 0 && last.faults / last.gates > TOO_MANY) {
    const share = Math.round((last.faults / last.gates) * 100);
    return { tuning: 'wider', reason: `Faults at ${share} % of the gates last time: put the cones wider, or go at easy pace.` };
  }
  const clean = newest.slice(0, CLEAN_GOES);
  if (clean.length === CLEAN_GOES && clean.every((go) => go.faults === 0))
    return { tuning: 'closer', reason: 'Two clean goes running: put the cones closer, or go with more pace.' };
  return { tuning: 'stay', reason: 'The course fits: leave the cones where they are.' };
}
