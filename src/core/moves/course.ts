import type { ZoneFeet } from '../layouts/zones.ts';
import { ahead, distance, dot, heading, minus, mix, mix2, nearAngle, plus, toRight, unit } from './geometry.ts';
import type { Point2 } from './terms.ts';

/** A stretch of a route in the yard: from mark to mark, in big steps. */
export interface RouteLeg {
  action: 'run' | 'shuffle' | 'dribble' | 'touch' | 'weave';
  from: Point2;
  to: Point2;
  pass: 'left' | 'right' | null;
  way: 'out' | 'back';
  feet: ZoneFeet | null;
  backwards: boolean;
}

/** A closed way over the ground, by the metres gone on it; a metre sideways counts for as many as its steps are shorter. */
export interface Course {
  length: number;
  at(metres: number): Point2;
  /** Degrees to the right that the player faces there: the way along it, but straight on where it is shuffled sideways or gone backwards. */
  face(metres: number): number;
  /** Degrees that the way turns to the right there. */
  bend(metres: number): number;
  /** Which way it is gone sideways there, −1 to the left; 0 where it is gone straight on. */
  sideways(metres: number): -1 | 0 | 1;
  /** What the feet do there, where the route says so; null elsewhere. */
  feet(metres: number): ZoneFeet | null;
  /** Whether the route says anywhere what the feet do. */
  saysFeet: boolean;
  /** Whether it is gone backwards there. */
  backwards(metres: number): boolean;
  /** Where the ball is for feet that are there. */
  ballFor(metres: number): Point2;
  cones: Point2[];
}

/** Metres at which a cone is woven past, and behind the last one where the player turns. */
const PASS = 0.3;
const BEHIND = 0.5;
/** Out and back keep this far from the line between the marks. */
const ASIDE = 0.22;
/** Sideways the feet gain this much less ground with each step, so that they never cross. */
const SIDEWAYS = 3;
/** The ball is this far ahead; and in front of feet that go sideways. */
const LEAD = 0.4;
const IN_FRONT = 0.26;
const DRAWN = 0.34;
/** A corner is turned from this far before it to this far after, where the way is faced leg by leg. */
const TURNED_WITHIN = 0.3;
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
    // Backwards it is the same line again.
    const off = leg.pass ? (leg.pass === 'left' ? PASS : -PASS) : leg.backwards ? -ASIDE : ASIDE;
    const next = legs[i + 1];
    const put = (p: Point2) => marks.push({ ...p, leg: i });
    if (i === 0) put(leg.pass ? plus(a, v, -off) : a);
    if (!leg.pass) for (let n = 1; n < length / MARK_EVERY; n++) put(plus(plus(a, u, n * MARK_EVERY), v, off));
    put(plus(b, v, off));
    // Who goes backwards does not go round the last cone, and at home stands where the way begins.
    if (leg.backwards || next?.backwards) return;
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

/** How much of the way round a place has something, 0 to 1 and never in a jump. */
function shareRound(length: number, has: (s: number) => boolean): (s: number) => number {
  const n = Math.max(1, Math.ceil(length / 0.05));
  const there = Array.from({ length: n }, (_, i) => (has((i / n) * length) ? 1 : 0));
  const round = 10;
  const shares = there.map((_, i) => {
    let sum = 0;
    for (let d = -round; d <= round; d++) sum += there[(i + d + n) % n] ?? 0;
    return sum / (2 * round + 1);
  });
  return (s) => {
    const at = ((((s / length) % 1) + 1) % 1) * n;
    const i = Math.floor(at);
    return mix(shares[i % n] as number, shares[(i + 1) % n] as number, at - i);
  };
}

/**
 * The way that feet take on a route of the yard, closed and smooth.
 * @param legs out and back, in steps; one at least
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
  points.forEach((point, i) => {
    const slow = legs[point.leg]?.action === 'shuffle' ? SIDEWAYS : 1;
    gone.push((gone[i] as number) + slow * distance(point, points[(i + 1) % points.length] as Point2));
  });
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
  const alongIt = (s: number) => heading(minus(at(s + 0.12), at(s - 0.12)));
  const bend = (s: number) => nearAngle(alongIt(s + 0.2) - alongIt(s - 0.05), 0);
  const shuffles = (s: number) => legAt(s).action === 'shuffle';
  const faced = (s: number) => {
    const { from, to, backwards } = legAt(s);
    return backwards ? heading(minus(from, to)) : heading(minus(to, from));
  };
  // A route that comes back backwards is faced as its legs lie: on the curve at its ends nobody turns.
  const backwards = legs.some((leg) => leg.backwards);
  const face = (s: number) => {
    if (shuffles(s)) return legAt(s).way === 'back' ? 180 : 0;
    if (!backwards) return alongIt(s);
    const [a, b] = [faced(s - TURNED_WITHIN), faced(s + TURNED_WITHIN)];
    return mix(a, nearAngle(b, a), 0.5);
  };
  const sideways = (s: number) => {
    if (!shuffles(s)) return 0;
    return dot(minus(at(s + 0.12), at(s - 0.12)), toRight(face(s))) < 0 ? -1 : 1;
  };
  const inFront = (s: number) => shuffles(s) || legAt(s).backwards;
  const share = legs.some((leg) => leg.action === 'shuffle' || leg.backwards) ? shareRound(length, inFront) : () => 0;
  // Sideways the ball leads a little; who goes backwards has it in front and draws it along.
  const leads = backwards ? 1 : 0.6;
  const ballFor = (s: number) => plus(at(s + LEAD * (1 - share(s) * leads)), ahead(face(s)), (backwards ? DRAWN : IN_FRONT) * share(s));
  return {
    ...{ length, at, face, bend, sideways, ballFor, cones: cones.map(metres) },
    saysFeet: legs.some((leg) => leg.feet),
    feet: (s) => legAt(s).feet ?? null,
    backwards: (s) => legAt(s).backwards,
  };
}
