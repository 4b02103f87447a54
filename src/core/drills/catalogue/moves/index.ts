import { ballMasteryMoves } from './ball-mastery.ts';
import { firstTouchMoves } from './first-touch.ts';
import { jugglingMoves } from './juggling.ts';
import { onTheWayMoves } from './on-the-way.ts';
import { wallMoves } from './wall.ts';

/** Moves by the id of the drill: one text, or two examples of a drill that is free. */
export type MovesById = Readonly<Record<string, string | readonly [string, string]>>;

const ALL: MovesById = { ...ballMasteryMoves, ...wallMoves, ...jugglingMoves, ...onTheWayMoves, ...firstTouchMoves };

/** The moves of a shipped drill, as a drill carries them; null for one that has none. */
export function movesOfShipped(id: string): { texts: string[]; free: boolean } | null {
  const moves = ALL[id];
  if (moves === undefined) return null;
  return typeof moves === 'string' ? { texts: [moves], free: false } : { texts: [...moves], free: true };
}
