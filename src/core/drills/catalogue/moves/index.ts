import { ballMasteryMoves } from './ball-mastery.ts';
import type { MovesById } from './by-id.ts';
import { firstTouchMoves } from './first-touch.ts';
import { jugglingMoves } from './juggling.ts';
import { onTheWayMoves } from './on-the-way.ts';
import { wallMoves } from './wall.ts';

const ALL: MovesById = { ...ballMasteryMoves, ...wallMoves, ...jugglingMoves, ...onTheWayMoves, ...firstTouchMoves };

/** The moves of a shipped drill, as a drill carries them; null for one that has none. */
export function movesOfShipped(id: string): { texts: string[]; free: boolean } | null {
  const moves = ALL[id];
  if (moves === undefined) return null;
  return typeof moves === 'string' ? { texts: [moves], free: false } : { texts: [...moves], free: true };
}
