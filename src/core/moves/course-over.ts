import { type FittedLayout, layOut } from '../layouts/fit.ts';
import type { Layout } from '../layouts/layout.ts';
import { LayoutProblem } from '../layouts/types.ts';
import { STEP } from './child.ts';
import { type Course, courseOf } from './course.ts';

/** A layout as it lies in somebody's yard. */
export type LaidOut = Pick<FittedLayout, 'placed' | 'route'>;

/** The way over a layout that lies; null where there is none, or it has only said where it begins. */
function courseOn({ placed, route }: LaidOut): Course | null {
  const legs = route ? [...route.out, ...route.back] : [];
  return legs.length > 0 ? courseOf(legs, placed.cones, STEP) : null;
}

/** The way over a layout of the yard; null where there is none, or none that can be put down. */
export function courseOver(layout: Pick<Layout, 'moves' | 'route'> | null): Course | null {
  if (!layout?.route) return null;
  try {
    return courseOn(layOut(layout));
  } catch (error) {
    if (error instanceof LayoutProblem) return null;
    throw error;
  }
}

/** The way that a drill is done on: over its layout as it lies in the player's yard, or else as the drill has it. */
export const courseOfDrill = (drill: { layout: Pick<Layout, 'moves' | 'route'> | null; fitted?: LaidOut | null }): Course | null =>
  drill.fitted ? courseOn(drill.fitted) : courseOver(drill.layout);
