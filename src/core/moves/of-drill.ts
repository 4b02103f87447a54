import type { Drill } from '../drills/schema.ts';
import { courseOver } from './course-over.ts';
import { mirrorMovement } from './mirror.ts';
import { type Plan, planMovement } from './plan/index.ts';
import { readMovement } from './read.ts';
import type { Movement } from './terms.ts';

/** As much of a drill as its picture is made from. */
export type DrawnDrill = Pick<Drill, 'moves' | 'layout' | 'sides'>;

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
  return planMovement(mirror ? mirrorMovement(movement) : movement, movement.stance.route ? courseOver(drill.layout) : null);
}

/**
 * Whether a drill is shown with left and right changed over: texts are written for the right foot, or from the foot that starts.
 * @param foot the foot that works now; null where both do
 * @param stronger the player's; one who has none stronger is shown as a right-footed one
 */
export function isShownMirrored(sides: Drill['sides'], foot: 'left' | 'right' | null, stronger: 'left' | 'right' | 'both'): boolean {
  if (sides === 'left' || sides === 'right') return false;
  if (foot) return foot === 'left';
  return sides === 'other foot only' ? stronger !== 'left' : stronger === 'left';
}
