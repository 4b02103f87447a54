import { distance, heading, minus, mix2, nearAngle, plus, unit } from './geometry.ts';
import type { Point2 } from './terms.ts';

/** A stretch of a route in the yard: from mark to mark, in big steps. */
export interface RouteLeg {
  action: 'run' | 'shuffle' | 'dribble' | 'touch' | 'weave';
  from: Point2;
  to: Point2;
  pass: 'left' | 'right' | null;
  way: 'out' | 'back';
}

/** A closed way over the ground, by the metres gone on it. */
export interface Course {
  length: number;
  at(metres: number): Point2;
  /** Degrees to the right that the player faces there: the way along it, but straight on where it is shuffled sideways. */
  face(metres: number): number;
  /** Degrees that the way turns to the right there. */
  bend(metres: number): number;
  /** Whether it is gone sideways there. */
  sideways(metres: number): boolean;
  cones: Point2[];
}

/** Metres at which a cone is woven past, and behind the last one where the player turns. */
const PASS = 0.3;
const BEHIND = 0.42;
/** Out and back keep this far from the line between the marks. */
const ASIDE = 0.12;
const MARK_EVERY = 0.6;
const POINTS_PER_MARK = 16;

interface Mark extends Point2 {
  /** The leg that leads to it. */
  leg: number;
}

function marksOf(legs: readonly RouteLeg[], metres: (p: Point2) => Point2): Mark[] {
  const marks: Mark[] = [];
  legs.forEach((leg, i) => {
    const [a, b] = [metres(leg.from), metres(leg.to)];
    const length = distance(a, b) || 1;
    const u = unit(minus(b, a));
    const v = { x: u.y, y: -u.x };
    const off = leg.pass ? (leg.pass === 'left' ? PASS : -PASS) : ASIDE;
    const next = legs[i + 1];
    const put = (p: Point2) => marks.push({ ...p, leg: i });
    if (i === 0) put(leg.pass ? plus(a, v, -off) : a);
    if (!leg.pass) for (let n = 1; n < length / MARK_EVERY; n++) put(plus(plus(a, u, n * MARK_EVERY), v, off));
    put(plus(b, v, off));
    if (!next || next.way !== leg.way) {
      put(plus(b, u, BEHIND));
      if (leg.pass && next) put(plus(b, v, -off));
    }
  });
  return marks;
}

/** Uniform Catmull–Rom spline through four points, between the middle two. */
function spline(p: Point2, q: Point2, r: Point2, s: Point2, t: number): Point2 {
  const one = (a: number, b: number, c: number, d: number) =>
    0.5 * (2 * b + (c - a) * t + (2 * a - 5 * b + 4 * c - d) * t * t + (3 * b - a - 3 * c + d) * t ** 3);
  return { x: one(p.x, q.x, r.x, s.x), y: one(p.y, q.y, r.y, s.y) };
}

/**
 * The way that feet take on a route of the yard, closed and smooth.
 * @param legs out and back, in steps
 * @param cones in steps
 * @param step metres of a big step
 */
export function courseOf(legs: readonly RouteLeg[], cones: readonly Point2[], step: number): Course {
  const metres = (p: Point2) => ({ x: p.x * step, y: p.y * step });
  const marks = marksOf(legs, metres);
  const n = marks.length;
  const points = marks.flatMap((mark, i) => {
    const around = [marks[(i + n - 1) % n], mark, marks[(i + 1) % n], marks[(i + 2) % n]] as [Mark, Mark, Mark, Mark];
    return Array.from({ length: POINTS_PER_MARK }, (_, j) => ({ ...spline(...around, j / POINTS_PER_MARK), leg: around[2].leg }));
  });
  const gone = [0];
  points.forEach((point, i) => gone.push((gone[i] as number) + distance(point, points[(i + 1) % points.length] as Point2)));
  const length = gone.at(-1) as number;
  const placeOf = (s: number): { i: number; u: number } => {
    const d = ((s % length) + length) % length;
    let [low, high] = [0, points.length];
    while (high - low > 1) {
      const middle = (low + high) >> 1;
      if ((gone[middle] as number) <= d) low = middle;
      else high = middle;
    }
    return { i: low, u: (d - (gone[low] as number)) / ((gone[low + 1] as number) - (gone[low] as number) || 1) };
  };
  const at = (s: number): Point2 => {
    const { i, u } = placeOf(s);
    return mix2(points[i] as Point2, points[(i + 1) % points.length] as Point2, u);
  };
  const legAt = (s: number) => legs[(points[placeOf(s).i] as { leg: number }).leg] as RouteLeg;
  const sideways = (s: number) => legAt(s).action === 'shuffle';
  const alongIt = (s: number) => heading(minus(at(s + 0.12), at(s - 0.12)));
  const bend = (s: number) => nearAngle(alongIt(s + 0.2) - alongIt(s - 0.05), 0);
  const face = (s: number) => (sideways(s) ? (legAt(s).way === 'back' ? 180 : 0) : alongIt(s));
  return { length, at, face, bend, sideways, cones: cones.map(metres) };
}
