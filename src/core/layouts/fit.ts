import { plural, t } from '../text/translate.ts';
import type { Layout } from './layout.ts';
import { readMoves } from './moves.ts';
import { bare, mirrorMoves, type Placed, placeMoves } from './place.ts';
import { metresOf, type Route, readRoute } from './route.ts';
import type { Move } from './types.ts';

/** Free ground that is left round a layout, in metres, on every side. */
export const MARGIN_METRES = 1;
/** A player's step when nobody measured it, in metres. */
export const UNKNOWN_STEP = 0.6;
/** No leg is made shorter than this many steps. */
const LEAST_LEG = 2;

/** A player's step from the body height in metres (0.4 × height). Rounded to centimetres. */
export const stepFromHeight = (height: number): number => Math.round(height * 40) / 100;

/** A player's step from ten steps walked along a known length in metres. Rounded to centimetres. */
export const stepFromTen = (metres: number): number => Math.round(metres * 10) / 100;

export interface Box {
  left: number;
  right: number;
  near: number;
  far: number;
}

/** The box round everything that lies on the ground, in steps; its sides are 0 long for a single cone. */
export function boxOf(placed: Placed): Box {
  const walls = placed.walls.flatMap(({ middle, wide }) => [
    { x: middle.x - wide / 2, y: middle.y },
    { x: middle.x + wide / 2, y: middle.y },
  ]);
  const points = [...placed.cones, ...walls];
  if (points.length === 0) return { left: 0, right: 0, near: 0, far: 0 };
  const xs = points.map((p) => p.x);
  const ys = points.map((p) => p.y);
  return { left: Math.min(...xs), right: Math.max(...xs), near: Math.min(...ys), far: Math.max(...ys) };
}

/** Ground in metres; `length` is the way forward. */
export interface Ground {
  length: number;
  width: number;
}

/** The ground a layout needs with its margin, to a tenth of a metre. No margin is asked behind a wall. */
export function groundOf(placed: Placed, step: number): Ground {
  const box = boxOf(placed);
  const behindWall = placed.walls.some((wall) => wall.middle.y === box.far) ? MARGIN_METRES : 0;
  const up = (n: number) => Math.ceil(n * 10 - 1e-6) / 10;
  return {
    length: up((box.far - box.near) * step + 2 * MARGIN_METRES - behindWall),
    width: up((box.right - box.left) * step + 2 * MARGIN_METRES),
  };
}

/** Whether ground fits into a yard, and whether it must be turned a quarter for that. */
export function fitsInto(need: Ground, yard: Ground): 'straight' | 'turned' | null {
  if (need.length <= yard.length && need.width <= yard.width) return 'straight';
  return need.width <= yard.length && need.length <= yard.width ? 'turned' : null;
}

const gcd = (a: number, b: number): number => (b === 0 ? a : gcd(b, a % b));
/** Whole steps of a leg along its own direction: 6 forward and 4 left is twice 3 forward and 2 left. */
const unitsOf = (move: Extract<Move, { kind: 'step' }>) => gcd(Math.abs(move.forward), Math.abs(move.right));

/**
 * The moves with every leg made smaller by the factor m/n, rounded down to whole steps along its own direction.
 * Legs of one step stay. Null when a leg would get shorter than two steps, or a line that must be straight would not be.
 */
export function scaleMoves(moves: readonly Move[], m: number, n: number): Move[] | null {
  const scaled: Move[] = [];
  for (const move of moves) {
    if (move.kind !== 'step') {
      scaled.push(move);
      continue;
    }
    const units = unitsOf(move);
    const length = Math.hypot(move.forward, move.right) / units;
    if (units * length < LEAST_LEG) {
      scaled.push(move);
      continue;
    }
    const fewer = Math.floor((units * m) / n);
    if (fewer * length < LEAST_LEG) return null;
    scaled.push({ kind: 'step', forward: (move.forward / units) * fewer, right: (move.right / units) * fewer });
  }
  try {
    const [was, is] = [placeMoves(bare(moves)), placeMoves(bare(scaled))];
    return was.lines.every((line, i) => line.straight === is.lines[i]?.straight) ? scaled : null;
  } catch {
    // Two cones fell on one spot.
    return null;
  }
}

/** The factors worth trying, from the largest below 1: each gives some leg one whole step fewer. */
function factorsOf(moves: readonly Move[]): [number, number][] {
  const legs = new Set(moves.flatMap((move) => (move.kind === 'step' ? [unitsOf(move)] : [])));
  const factors = new Map<number, [number, number]>();
  for (const n of legs) for (let m = n - 1; m >= 1; m--) if (!factors.has(m / n)) factors.set(m / n, [m, n]);
  return [...factors].sort((a, b) => b[0] - a[0]).map(([, factor]) => factor);
}

/** A layout as one player lays it. */
export interface FittedLayout {
  kind: 'as it is' | 'smaller' | 'variant';
  /** Name of the variant; null for the layout itself. */
  variant: string | null;
  moves: Move[];
  placed: Placed;
  route: Route | null;
  need: Ground;
  turned: boolean;
  sentence: string;
}

const metres = (n: number) => `${Math.round(n * 10) / 10}`;
export const groundInWords = (ground: Ground): string => `${metres(ground.length)} × ${metres(ground.width)} m`;

/** A route as the left foot shows it: a weave passes its cones on the other side. */
function readSided(text: string, placed: Placed, mirror: boolean): Route | null {
  if (!text) return null;
  const route = readRoute(text, placed);
  if (!mirror) return route;
  const flip = (legs: Route['out']) =>
    legs.map((leg) => ({ ...leg, pass: leg.pass && (leg.pass === 'left' ? ('right' as const) : ('left' as const)) }));
  return { ...route, out: flip(route.out), back: flip(route.back) };
}

/** A layout read from its texts, mirrored when it is shown from the left; not fitted to any yard. */
export function layOut(layout: Pick<Layout, 'moves' | 'route'>, mirror = false): { moves: Move[]; placed: Placed; route: Route | null } {
  const spoken = readMoves(layout.moves);
  const moves = mirror ? mirrorMoves(spoken.map((one) => one.move)) : spoken.map((one) => one.move);
  // The spans stay those of the typed text, so that a problem still points at its move.
  const placed = placeMoves(spoken.map((one, i) => ({ ...one, move: moves[i] ?? one.move })));
  return { moves, placed, route: readSided(layout.route, placed, mirror) };
}

/**
 * The layout that a player can put down: as it is, else smaller by one factor for every leg, else the first variant that fits
 * (as it is or smaller). Where somebody counted the cones, a variant that needs no more of them comes before the layout that does; where none
 * does, the layout stays, and something else stands in for the rest. A yard nobody measured takes everything. Null when nothing fits.
 * @param step the player's step in metres
 * @param cones how many there are; null where nobody counted
 */
export function fitLayout(
  layout: Layout,
  yard: Ground | null,
  step: number,
  mirror = false,
  cones: number | null = null,
): FittedLayout | null {
  const all = [{ name: null as string | null, moves: layout.moves, route: layout.route }, ...layout.variants];
  const laid = all.map((option) => {
    const whole = layOut(option, mirror);
    return { option, whole, isEnough: cones === null || whole.placed.cones.length <= cones };
  });
  // What there are not enough cones for comes last, and only where there are enough for something.
  const order = laid[0]?.isEnough ? laid : [...laid.filter((one) => one.isEnough), ...laid.filter((one) => !one.isEnough)];
  for (const { option, whole } of order) {
    const tries: [Move[], boolean][] = [[whole.moves, false]];
    if (yard) {
      for (const [m, n] of factorsOf(whole.moves)) {
        const smaller = scaleMoves(whole.moves, m, n);
        if (smaller) tries.push([smaller, true]);
      }
    }
    for (const [moves, scaled] of tries) {
      const placed = placeMoves(bare(moves));
      const need = groundOf(placed, step);
      const fits = yard ? fitsInto(need, yard) : 'straight';
      if (!fits) continue;
      const kind = option.name !== null ? 'variant' : scaled ? 'smaller' : 'as it is';
      const size = t('It needs {groundInWords}{fits}.', {
        groundInWords: groundInWords(need),
        fits: fits === 'turned' ? t(', turned a quarter') : '',
      });
      const sentence =
        kind === 'as it is'
          ? yard
            ? t('Fits your yard. {size}', { size })
            : size
          : kind === 'smaller'
            ? t('Made smaller to fit your yard: fewer steps on every leg. {size}', { size })
            : t('{cones}, so you lay “{name}”{scaled}. {size}', {
                cones:
                  cones !== null && order !== laid
                    ? t('You have {cones}', { cones: plural(cones, 'cone') })
                    : t('Your yard is too small for the whole of it'),
                name: option.name,
                scaled: scaled ? t(', made smaller') : '',
                size,
              });
      return {
        kind,
        variant: option.name,
        moves,
        placed,
        route: readSided(option.route, placed, mirror),
        need,
        turned: fits === 'turned',
        sentence,
      };
    }
  }
  return null;
}

/**
 * Metres of one set of a layout's course as one player lays it, to a tenth; null when it fits nowhere or has no route.
 * @param step the player's step in metres; unmeasured as usual
 * @param cones how many there are; null where nobody counted
 */
export function courseMetresOf(layout: Layout, yard: Ground | null, step: number | null, cones: number | null = null): number | null {
  const paced = step ?? UNKNOWN_STEP;
  const metres = metresOf(fitLayout(layout, yard, paced, false, cones)?.route?.stepsPerSet ?? 0, 1, paced);
  return metres > 0 ? metres : null;
}
