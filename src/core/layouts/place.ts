import { t } from '../text/translate.ts';
import { readMoves, type SpokenMove } from './moves.ts';
import { LayoutProblem, type Move, type StepPoint } from './types.ts';

export interface Gate {
  /** Numbers of its two cones; null for a goal that stands without cones of its own. */
  cones: [number, number];
  middle: StepPoint;
  wide: number;
  as: 'gate' | 'goal';
}

/** Cones that must be in line, and whether they are. */
export interface LineCheck {
  cones: number[];
  /** The gate or goal whose middle must be in it too. */
  gate: Gate['as'] | null;
  straight: boolean;
}

/** A layout as it lies on the ground, in steps. Cone n is `cones[n − 1]`. */
export interface Placed {
  cones: StepPoint[];
  gates: Gate[];
  /** Walls by their middle; a wall lies across the way forward. */
  walls: { middle: StepPoint; wide: number }[];
  lines: LineCheck[];
  /** Where the one who puts it down stands after each move. */
  stands: StepPoint[];
}

/** Off the line by at most this many steps is straight for people. */
const STRAIGHT_WITHIN = 1e-9;

/** Whether points lie on one straight line. */
export function inLine(points: readonly StepPoint[]): boolean {
  const first = points[0];
  const far = points.find((p) => first && (p.x !== first.x || p.y !== first.y));
  if (!first || !far) return true;
  return points.every((p) => Math.abs((far.x - first.x) * (p.y - first.y) - (far.y - first.y) * (p.x - first.x)) <= STRAIGHT_WITHIN);
}

/**
 * Puts a list of moves down. The first cone lies at (0, 0) unless steps come before it; forward is always the same way.
 * @throws LayoutProblem for a cone that does not exist yet, or two cones on one spot.
 */
export function placeMoves(moves: readonly SpokenMove[]): Placed {
  const placed: Placed = { cones: [], gates: [], walls: [], lines: [], stands: [] };
  let here: StepPoint = { x: 0, y: 0 };
  moves.forEach(({ move, span }, index) => {
    const problem = (sentence: string) => new LayoutProblem(sentence, index, span, 'moves');
    const put = (at: StepPoint) => {
      const taken = placed.cones.findIndex((cone) => cone.x === at.x && cone.y === at.y);
      if (taken >= 0) throw problem(t('Cone {taken} already lies here. Take some steps first.', { taken: taken + 1 }));
      placed.cones.push(at);
      return placed.cones.length;
    };
    const cone = (n: number) => {
      const at = placed.cones[n - 1];
      if (!at) throw problem(t('Cone {n} does not exist yet.', { n }));
      return at;
    };
    switch (move.kind) {
      case 'put':
        put(here);
        break;
      case 'step':
        here = { x: here.x + move.right, y: here.y + move.forward };
        break;
      case 'back to':
        here = cone(move.cone);
        break;
      case 'gate': {
        const half = (move.turned ? -1 : 1) * (move.wide / 2);
        const first = put({ x: here.x - half, y: here.y });
        const second = put({ x: here.x + half, y: here.y });
        placed.gates.push({ cones: [first, second], middle: here, wide: move.wide, as: move.as });
        break;
      }
      case 'wall':
        placed.walls.push({ middle: here, wide: move.wide });
        break;
      case 'in line': {
        const gate = move.gate ? placed.gates.at(-1) : undefined;
        if (move.gate && !gate) throw problem(t('There is no gate yet.'));
        const points = [...move.cones.map(cone), ...(gate ? [gate.middle] : [])];
        placed.lines.push({ cones: move.cones, gate: gate?.as ?? null, straight: inLine(points) });
        break;
      }
    }
    placed.stands.push(here);
  });
  return placed;
}

export const bare = (moves: readonly Move[]): SpokenMove[] => moves.map((move) => ({ move, span: { from: 0, to: 0 } }));

/** Reads a text of moves and puts it down. */
export function placeText(text: string): Placed {
  return placeMoves(readMoves(text));
}

/** The straight-line checks that fail, in words. */
export function crookedLines(placed: Placed): string[] {
  return placed.lines
    .filter((line) => !line.straight)
    .map(({ cones, gate }) =>
      t('Cones {cones}{gate} are not in line.', { cones: cones.join(', '), gate: gate ? t(' and the {gate}', { gate }) : '' }),
    );
}

/** The left foot's picture of a layout: left and right change places, the cones of gates and goals too. Mirrored twice it is itself. */
export function mirrorMoves(moves: readonly Move[]): Move[] {
  return moves.map((move): Move => {
    if (move.kind === 'step') return { ...move, right: move.right === 0 ? 0 : -move.right };
    if (move.kind !== 'gate') return move;
    const { turned, ...gate } = move;
    return turned ? gate : { ...gate, turned: true };
  });
}
