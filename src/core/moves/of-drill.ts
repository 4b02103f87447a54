import type { Layout } from '../layouts/layout.ts';
import type { Course } from './course.ts';
import { courseOfDrill, type LaidOut } from './course-over.ts';
import { mirrorMovement } from './mirror.ts';
import { isOnRoute } from './on-route.ts';
import { type Plan, planMovement } from './plan/index.ts';
import { readMovement } from './read.ts';
import type { Movement } from './terms.ts';

/** As much of a drill as its picture is made from. */
export interface DrawnDrill {
  /** Its text, or the two examples of a drill that is free; null where nobody has said it. */
  moves: { texts: readonly string[]; free: boolean } | null;
  layout: Layout | null;
  /** The layout as it lies in a player's yard, where that is another one. */
  fitted?: LaidOut | null;
}

/** A drill's movement as its text has it. @throws MovesProblem */
export function movementOf(drill: DrawnDrill, example = 0): Movement | null {
  const text = drill.moves?.texts[example];
  return text === undefined ? null : readMovement(text);
}

interface Choice {
  /** For the other foot. */
  mirror?: boolean;
  /** Of a free drill, the first or the second. */
  example?: number;
}

/**
 * A drill on the time line, on a way that is there already.
 * @param course the way over the yard (see `course-over.ts`); null for a drill that is done on the spot
 * @returns null where nobody has said how it moves
 * @throws MovesProblem
 */
export function planOnCourse(drill: DrawnDrill, course: Course | null, { mirror = false, example = 0 }: Choice = {}): Plan | null {
  const movement = movementOf(drill, example);
  if (!movement) return null;
  // A way over the yard is the same for both feet; only what the feet do on it changes sides.
  return planMovement(mirror ? mirrorMovement(movement) : movement, course);
}

/**
 * A drill on the time line.
 * @returns null where nobody has said how it moves
 * @throws MovesProblem
 */
export const planOfDrill = (drill: DrawnDrill, choice: Choice = {}): Plan | null =>
  planOnCourse(drill, isOnRoute(drill) ? courseOfDrill(drill) : null, choice);
