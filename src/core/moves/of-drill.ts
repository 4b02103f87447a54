import type { Drill } from '../drills/schema.ts';
import { courseOn, courseOver, type LaidOut } from './course-over.ts';
import { mirrorMovement } from './mirror.ts';
import { type Plan, planMovement } from './plan/index.ts';
import { readMovement } from './read.ts';
import type { Movement } from './terms.ts';

/** As much of a drill as its picture is made from. */
export type DrawnDrill = Pick<Drill, 'moves' | 'layout' | 'sides'> & {
  /** The layout as it lies in a player's yard, where that is another one. */
  fitted?: LaidOut | null;
};

/** A drill's movement as its text has it. @throws MovesProblem */
export function movementOf(drill: DrawnDrill, example = 0): Movement | null {
  const text = drill.moves?.texts[example];
  return text === undefined ? null : readMovement(text);
}

/**
 * A drill on the time line.
 * @param mirror for the other foot
 * @param example of a free drill, the first or the second
 * @returns null where nobody has said how it moves
 * @throws MovesProblem
 */
export function planOfDrill(drill: DrawnDrill, { mirror = false, example = 0 } = {}): Plan | null {
  const movement = movementOf(drill, example);
  if (!movement) return null;
  // A way over the yard is the same for both feet; only what the feet do on it changes sides.
  return planMovement(
    mirror ? mirrorMovement(movement) : movement,
    movement.stance.route ? (drill.fitted ? courseOn(drill.fitted) : courseOver(drill.layout)) : null,
  );
}
