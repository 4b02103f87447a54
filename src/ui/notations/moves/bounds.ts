import { type Plan, SIDES } from '../../../core/moves/index.ts';
import { frameAt } from '../../../core/moves/pose/frame.ts';

/** The room that a loop takes, metres: the ground of feet and ball, and how high the ball goes. */
export interface Bounds {
  left: number;
  right: number;
  near: number;
  far: number;
  top: number;
  /** How far the feet go forward, and where the hips are. */
  feetFar: number;
  hips: { left: number; right: number; near: number; far: number };
}

const kept = new WeakMap<Plan, Bounds>();
const TALL = 1.38;
/** Metres of ground from which on the picture follows the player. */
const FOLLOWED = 1.9;
/** In a picture that stands, earlier: nobody has to see it move, and the feet must be large enough to be read. */
const FOLLOWED_STILL = 1.25;

export function boundsOf(plan: Plan): Bounds {
  const known = kept.get(plan);
  if (known) return known;
  const none = { left: 99, right: -99, near: 99, far: -99 };
  const b: Bounds = { ...none, top: TALL, feetFar: -99, hips: { ...none } };
  const widen = (box: { left: number; right: number; near: number; far: number }, x: number, y: number, by: number) => {
    box.left = Math.min(box.left, x - by);
    box.right = Math.max(box.right, x + by);
    box.near = Math.min(box.near, y - by);
    box.far = Math.max(box.far, y + by);
  };
  const n = Math.min(240, Math.max(40, Math.ceil(plan.period / 0.06)));
  for (let i = 0; i < n; i++) {
    const frame = frameAt(plan, (i / n) * plan.period);
    for (const side of SIDES) {
      widen(b, frame.feet[side].x, frame.feet[side].y, 0.14);
      b.feetFar = Math.max(b.feetFar, frame.feet[side].y);
    }
    widen(b.hips, frame.hips.x, frame.hips.y, 0);
    if (!plan.hasBall) continue;
    widen(b, frame.ball.x, frame.ball.y, 0.13);
    b.top = Math.max(b.top, frame.ball.z + 0.13);
  }
  if (plan.wall !== null || plan.goal !== null) b.far = Math.min(b.far, b.feetFar + 0.7);
  else for (const cone of plan.cones) widen(b, cone.x, cone.y, 0.15);
  kept.set(plan, b);
  return b;
}

/** Whether the loop goes so far that the picture follows the player; `still` for one that stands. */
export function isFollowed(plan: Plan, still = false): boolean {
  const b = boundsOf(plan);
  const most = still ? FOLLOWED_STILL : FOLLOWED;
  return plan.course !== null || plan.closes === 'moves along' || b.right - b.left > most || b.far - b.near > most;
}
