import { stepInWords } from './moves.ts';
import { bare, type Placed, placeMoves } from './place.ts';
import type { Move } from './types.ts';

/** One step of putting a layout down: what to do, in large words, and how much lies there after it. */
export interface GuideStep {
  say: string;
  /** What lies on the ground once this is done. */
  placed: Placed;
  /** Metres of this step, for those who cannot picture the steps; null where nobody walks. */
  metres: number | null;
}

const listed = (numbers: readonly (number | string)[]) => `${numbers.slice(0, -1).join(', ')} and ${numbers.at(-1)}`;

function sayOf(move: Move, before: Placed, after: Placed): string {
  switch (move.kind) {
    case 'put':
      return `Put cone ${after.cones.length} here.`;
    case 'step':
      return `Take ${stepInWords(move)}.`;
    case 'back to':
      return `Go back to cone ${move.cone}.`;
    case 'gate': {
      const numbers = [before.cones.length + 1, before.cones.length + 2];
      const [left, right] = move.turned ? numbers.toReversed() : numbers;
      return `Make a ${move.as} ${move.wide} ${move.wide === 1 ? 'step' : 'steps'} wide round you: cone ${left} on the left, cone ${right} on the right.`;
    }
    case 'wall':
      return 'The wall is here, in front of you.';
    case 'in line':
      return move.gate
        ? `Look along ${listed([...move.cones.map((n) => `cone ${n}`), 'the middle of the gate'])}. They must be in one straight line.`
        : `Look along cones ${listed(move.cones)}. They must be in one straight line.`;
  }
}

/**
 * The moves of a layout one at a time, the drawing growing with each.
 * @param step the player's step in metres
 */
export function placingGuide(moves: readonly Move[], step: number): GuideStep[] {
  const part = (n: number) => placeMoves(bare(moves.slice(0, n)));
  return moves.map((move, i) => ({
    say: sayOf(move, part(i), part(i + 1)),
    placed: part(i + 1),
    metres: move.kind === 'step' ? Math.round(Math.hypot(move.forward, move.right) * step * 10) / 10 : null,
  }));
}
