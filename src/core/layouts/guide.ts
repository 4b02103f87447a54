import { listed } from '../text/listed.ts';
import { plural, t } from '../text/translate.ts';
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

/** How far to go, as it is said to who goes: “5 steps forward and 3 steps right”. */
function wayInWords({ forward, right }: Extract<Move, { kind: 'step' }>): string {
  const steps = (n: number) => plural(Math.abs(n), 'step');
  const along = forward > 0 ? t('{steps} forward', { steps: steps(forward) }) : t('{steps} back', { steps: steps(forward) });
  const across = right > 0 ? t('{steps} right', { steps: steps(right) }) : t('{steps} left', { steps: steps(right) });
  return listed([...(forward === 0 ? [] : [along]), ...(right === 0 ? [] : [across])]);
}

function sayOf(move: Move, before: Placed, after: Placed): string {
  switch (move.kind) {
    case 'put':
      return t('Put cone {cones} here.', { cones: after.cones.length });
    case 'step':
      return t('Take {way}.', { way: wayInWords(move) });
    case 'back to':
      return t('Go back to cone {cone}.', { cone: move.cone });
    case 'gate': {
      const numbers = [before.cones.length + 1, before.cones.length + 2];
      const [left, right] = move.turned ? numbers.toReversed() : numbers;
      return t('Make a {as} {wide} wide round you: cone {left} on the left, cone {right} on the right.', {
        as: move.as === 'gate' ? t('gate') : t('goal'),
        wide: plural(move.wide, 'step'),
        left,
        right,
      });
    }
    case 'wall':
      return t('The wall is here, in front of you.');
    case 'in line':
      return move.gate
        ? t('Look along {x}. They must be in one straight line.', {
            x: listed([...move.cones.map((n) => t('cone {n}', { n })), t('the middle of the gate')]),
          })
        : t('Look along cones {cones}. They must be in one straight line.', { cones: listed(move.cones.map(String)) });
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
