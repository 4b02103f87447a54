import type { Course } from '../course.ts';
import { distance, minus, nearAngle, plus } from '../geometry.ts';
import type { Movement, Point2 } from '../terms.ts';
import { BallPlanner } from './ball.ts';
import { placeOnTrack } from './ball-track.ts';
import { FeetPlanner } from './feet.ts';
import { roughFoot, trunkKeys } from './trunk.ts';
import type { Plan, Tick } from './types.ts';
import { turnOf, type Unrolled, unroll } from './unroll.ts';

export { TURNING } from './feet.ts';
export * from './types.ts';

/** Times through the text before the loop begins, so that the feet have settled where the ball goes. */
const WARM = 2;
const WARM_SHORT = 4;
/** Beats from which a text is not short. */
const LONG = 4;
/** Beats before a route begins: its end, so that the feet have settled. */
const WARM_ON_ROUTE = 12;
/** Beats planned after the loop, for what looks ahead. */
const AHEAD = 8;
/** Times through the text after which a loop may close: half turns close in 2, quarters in 4. */
const LOOPS = [1, 2, 4, 8] as const;
/** Two moments are the same when ball and feet are within this, metres, and the body faces the same way, degrees. */
const SAME_METRES = 0.004;
const SAME_DEGREES = 0.5;
/** Seconds that a movement which begins anew stands at its end. */
const PAUSE = 0.9;

type Laid = Omit<Plan, 'start' | 'period' | 'passes' | 'first' | 'closes' | 'drift'>;

function lay(movement: Movement, said: Unrolled): Laid {
  const ball = new BallPlanner(said);
  ball.walk();
  const feet = new FeetPlanner(said, ball.ticks, ball.contacts, ball.track.spans);
  feet.walk();
  const { stance } = movement;
  return {
    movement,
    ticks: ball.ticks,
    contacts: ball.contacts,
    ball: ball.track.spans,
    feet: feet.spans,
    trunk: trunkKeys(said, ball.ticks, ball.contacts, feet.spans, { keys: feet.runs, after: feet.ran }),
    leaps: feet.leaps,
    hands: ball.hands.sort((a, b) => a.t - b.t),
    course: said.course,
    wall: stance.wall,
    goal: stance.goal,
    cones: said.course ? said.course.cones : stance.cones,
    hasBall: stance.ball !== 'none',
  };
}

/** How a stretch of the plan from beat `from` to beat `to` closes. */
function closing(laid: Laid, from: number, to: number): { closes: Plan['closes']; drift: Point2 } {
  const at = (k: number) => {
    const tick = laid.ticks[k] as Tick;
    const t = tick.t - 1e-6;
    return { ...tick, ball: placeOnTrack(laid.ball, t), left: roughFoot(laid.feet.left, t), right: roughFoot(laid.feet.right, t) };
  };
  const [a, b] = [at(from), at(to)];
  const drift = minus(b.middle, a.middle);
  const turned = Math.abs(nearAngle(b.face, a.face) - a.face) > SAME_DEGREES;
  const off = (by: Point2) =>
    Math.max(
      laid.hasBall ? distance(plus(a.ball, by), b.ball) : 0,
      laid.hasBall ? Math.abs(a.ball.z - b.ball.z) : 0,
      distance(plus(a.left, by), b.left),
      distance(plus(a.right, by), b.right),
    );
  const still = { x: 0, y: 0 };
  if (!turned && off(still) < SAME_METRES) return { closes: 'same place', drift: still };
  if (!turned && off(drift) < SAME_METRES) return { closes: 'moves along', drift };
  return { closes: 'open', drift: still };
}

function looped(laid: Laid, from: number, to: number, passes: number, found: ReturnType<typeof closing>): Plan {
  const [first, last] = [laid.ticks[from] as Tick, laid.ticks[to] as Tick];
  const before = laid.ticks[from - 1] as Tick;
  return {
    ...laid,
    ...found,
    start: first.t - Math.min(0.5 * (first.t - before.release), 0.36),
    period: last.t - first.t,
    passes,
    first: from,
  };
}

/** A movement that ends away from where it began: it is shown once, stands a moment, and begins anew. */
function shownOnce(laid: Laid, movement: Movement): Plan {
  const last = laid.ticks[movement.beats.length] as Tick;
  return { ...laid, start: -0.5, period: last.t + 0.5 + PAUSE, passes: 1, first: 0, closes: 'begins anew', drift: { x: 0, y: 0 } };
}

/**
 * Lays a movement on the time line: what ball, feet and body do at every moment, and the loop that it is shown in.
 * @param course the way over the yard, for movements “on the route”
 * @throws MovesProblem when a wall or a route is needed that is not there
 */
export function planMovement(movement: Movement, course: Course | null = null): Plan {
  if (movement.again === 'anew') return shownOnce(lay(movement, unroll(movement, course, 1)), movement);
  if (movement.stance.route) {
    const warm = Math.ceil(WARM_ON_ROUTE / movement.beats.length) * movement.beats.length;
    const said = unroll(movement, course, 1, AHEAD, warm);
    const laid = lay(movement, said);
    const end = warm + said.perPass;
    return looped(laid, warm, end, 1, closing(laid, warm, end));
  }
  const warm = movement.beats.length < LONG ? WARM_SHORT : WARM;
  const from = warm * movement.beats.length;
  let best: Plan | null = null;
  // Only after whole turns can it face as it did; mirrored it turns back.
  const turn = movement.again === 'mirrored' ? 0 : movement.beats.reduce((sum, beat) => sum + turnOf(beat), 0);
  const faces = (passes: number) => (passes * turn) % 360 === 0 && (movement.again === 'same' || passes > 1);
  for (const passes of LOOPS.filter(faces)) {
    const laid = lay(movement, unroll(movement, null, warm + passes, AHEAD));
    const to = from + passes * movement.beats.length;
    const found = closing(laid, from, to);
    if (!best || (best.closes === 'open' && found.closes !== 'open') || found.closes === 'same place')
      best = looped(laid, from, to, passes, found);
    // What moved on once without turning moves on for ever.
    const goesOn = found.closes === 'moves along' && (movement.moving || (movement.again === 'same' && turn === 0));
    if (found.closes === 'same place' || goesOn) break;
  }
  return best as Plan;
}
