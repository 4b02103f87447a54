import { BALL } from '../child.ts';
import { clamp, lengthOf, spanAt } from '../geometry.ts';
import type { Cause, Plan } from '../plan/index.ts';
import type { Point3 } from '../terms.ts';

/** Where the ball is at an instant of the plan, and why it moves. */
export function ballAt(plan: Plan, t: number): Point3 & { cause: Cause } {
  const span = spanAt(plan.ball, t);
  return { ...span.at(clamp((t - span.t0) / (span.t1 - span.t0 || 1), 0, 1)), cause: span.kind === 'rest' ? 'none' : span.cause };
}

/** How the ball lies: the pole of its seam and a mark on it, as unit vectors that roll with it. */
export interface Roll {
  pole: Point3;
  mark: Point3;
}

const SECONDS = 1 / 90;

/** A vector turned about a unit axis by radians (Rodrigues' formula). */
function spun(v: Point3, axis: Point3, angle: number): Point3 {
  const [c, s] = [Math.cos(angle), Math.sin(angle)];
  const d = (axis.x * v.x + axis.y * v.y + axis.z * v.z) * (1 - c);
  return {
    x: v.x * c + (axis.y * v.z - axis.z * v.y) * s + axis.x * d,
    y: v.y * c + (axis.z * v.x - axis.x * v.z) * s + axis.y * d,
    z: v.z * c + (axis.x * v.y - axis.y * v.x) * s + axis.z * d,
  };
}

function rollsOf(plan: Plan): Roll[] {
  let roll: Roll = { pole: { x: 0.5, y: 0.2, z: 0.84 }, mark: { x: 0.86, y: 0, z: -0.51 } };
  const rolls = [roll];
  let last = ballAt(plan, plan.start);
  for (let i = 1; i <= Math.ceil(plan.period / SECONDS); i++) {
    const now = ballAt(plan, plan.start + i * SECONDS);
    const [dx, dy] = [now.x - last.x, now.y - last.y];
    const far = lengthOf(dx, dy);
    // On the ground it rolls as far as it goes; from a foot into the air it spins back a little.
    const onGround = far > 1e-6 && now.z < BALL + 0.02;
    const lifted = now.cause === 'touch' && now.z > BALL + 0.05;
    const [axis, angle] = onGround ? [{ x: -dy / far, y: dx / far, z: 0 }, far / BALL] : [{ x: -1, y: 0, z: 0 }, lifted ? -0.05 : 0];
    if (angle !== 0) roll = { pole: spun(roll.pole, axis, angle), mark: spun(roll.mark, axis, angle) };
    rolls.push(roll);
    last = now;
  }
  return rolls;
}

const kept = new WeakMap<Plan, Roll[]>();

/** How the ball lies at an instant of the loop; integrated once for a plan. */
export function rollAt(plan: Plan, t: number): Roll {
  let rolls = kept.get(plan);
  if (!rolls) {
    rolls = rollsOf(plan);
    kept.set(plan, rolls);
  }
  return rolls[clamp(Math.round((t - plan.start) / SECONDS), 0, rolls.length - 1)] as Roll;
}
