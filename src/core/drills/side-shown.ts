import type { Drill } from './schema.ts';

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
