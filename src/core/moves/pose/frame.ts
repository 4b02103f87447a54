import { BALL, BODY } from '../child.ts';
import { ankleOf } from '../contact.ts';
import { ahead, clamp, lengthOf, mix, rad, smooth, toRight } from '../geometry.ts';
import { type Cause, type Contact, type Plan, type Tick, TURNING } from '../plan/index.ts';
import { otherSide, type Point3, SIDES, type Side, sign } from '../terms.ts';
import { twoBones } from '../two-bones.ts';
import { ballAt, type Roll, rollAt } from './ball.ts';
import { type FootPose, footAt } from './foot.ts';
import { valueAt, weightAt } from './keys.ts';

export interface LegPose {
  hip: Point3;
  knee: Point3;
  ankle: Point3;
}
export interface Arm {
  shoulder: Point3;
  elbow: Point3;
  hand: Point3;
}

/** The whole picture at one moment, in metres and degrees. */
export interface Frame {
  /** Seconds on the plan's time line. */
  t: number;
  /** Number of the beat in the text, and of its tick in the plan. */
  beat: number;
  tick: number;
  feet: Record<Side, FootPose>;
  legs: Record<Side, LegPose>;
  arms: Record<Side, Arm>;
  ball: Point3 & Roll & { cause: Cause };
  hips: Point3;
  neck: Point3;
  head: Point3;
  /** Degrees to the right that the body faces. */
  face: number;
  /** The touch of this moment; and the next one with the seconds to it. */
  touch: Contact | null;
  next: { contact: Contact; seconds: number } | null;
}

/** Legs are never stretched whole. */
const REACH = (BODY.thigh + BODY.shin) * 0.985;
/** Metres over which the hips give way to a leg that is too short. */
const SOFT = 0.03;

/** The lesser of two, rounded off where they meet (a quadratic soft minimum). */
function softLesser(a: number, b: number): number {
  if (b - a > SOFT) return a;
  if (a - b > SOFT) return b;
  return (a + b) / 2 - SOFT / 4 - (a - b) ** 2 / (4 * SOFT);
}

/** The tick in whose middle a moment lies, and the one before it by its start. */
function ticksAt(plan: Plan, t: number): { nearest: Tick; here: Tick; after: Tick } {
  const { ticks } = plan;
  const tick = (i: number) => ticks[clamp(i, 0, ticks.length - 1)] as Tick;
  let k = plan.first;
  while (k + 1 < ticks.length && t >= (tick(k).release + tick(k + 1).t) / 2) k++;
  let i = Math.max(0, plan.first - 1);
  while (i + 1 < ticks.length && tick(i + 1).t <= t) i++;
  return { nearest: tick(k), here: tick(i), after: tick(i + 1) };
}

function faceAt(plan: Plan, here: Tick, after: Tick, t: number): number {
  const u = clamp((t - here.t) / (after.t - here.t || 1), 0, 1);
  if (plan.course) return mix(here.face, after.face, u);
  return mix(here.face, after.face, smooth((u - TURNING[0]) / (TURNING[1] - TURNING[0])));
}

function liftAt(plan: Plan, t: number): number {
  return plan.leaps.reduce((most, leap) => {
    const u = (t - leap.t0) / (leap.t1 - leap.t0);
    return u > 0 && u < 1 ? Math.max(most, leap.high * 4 * u * (1 - u)) : most;
  }, 0);
}

/** Hips as high as both legs allow. */
function hipsAt(plan: Plan, t: number, face: number, lifted: number, lean: number, feet: Record<Side, FootPose>): Point3 {
  const [u, v] = [ahead(face), toRight(face)];
  const back = 0.02 + lean * 0.0014;
  const x = valueAt(plan.trunk, t, (key) => key.x) - u.x * back;
  const y = valueAt(plan.trunk, t, (key) => key.y) - u.y * back;
  const wished = BODY.hip - valueAt(plan.trunk, t, (key) => key.low) + lifted;
  const [left, right] = SIDES.map((side) => {
    const ankle = ankleOf(feet[side], side);
    const [hx, hy] = [x + v.x * BODY.hipHalf * sign(side), y + v.y * BODY.hipHalf * sign(side)];
    const flat = Math.min(lengthOf(ankle.x - hx, ankle.y - hy), REACH * 0.98);
    return ankle.z + Math.sqrt(REACH * REACH - flat * flat);
  }) as [number, number];
  // The legs with each other first: left and right count alike, and a mirrored drill is a mirrored picture.
  const z = softLesser(wished, softLesser(left, right));
  return { x, y, z: Math.max(0.3, z) };
}

function legOf(side: Side, hips: Point3, face: number, foot: FootPose): LegPose {
  const v = toRight(face);
  const out = BODY.hipHalf * sign(side);
  const hip = { x: hips.x + v.x * out, y: hips.y + v.y * out, z: hips.z };
  const pole = ahead(mix(face, foot.yaw, 0.55) + sign(side) * 10);
  const { joint, end } = twoBones(hip, ankleOf(foot, side), BODY.thigh, BODY.shin, { x: pole.x, y: pole.y, z: 0.12 });
  return { hip, knee: joint, ankle: end };
}

/** The trunk over the hips, leaning forward and towards the leg that stands. */
function trunkOver(hips: Point3, face: number, lean: number, aside: number): { neck: Point3; head: Point3 } {
  const [u, v] = [ahead(face), toRight(face)];
  const [f, s] = [Math.sin(rad(lean)), Math.sin(rad(aside))];
  const up = { x: u.x * f + v.x * s, y: u.y * f + v.y * s, z: Math.cos(rad(lean)) };
  const neck = { x: hips.x + up.x * BODY.back, y: hips.y + up.y * BODY.back, z: hips.z + up.z * BODY.back };
  const nod = rad(lean * 0.6 + 8);
  const head = {
    x: neck.x + u.x * Math.sin(nod) * BODY.headUp,
    y: neck.y + u.y * Math.sin(nod) * BODY.headUp,
    z: neck.z + Math.cos(nod) * BODY.headUp,
  };
  return { neck, head };
}

/** An arm: for balance against the other foot, or with its hand at the ball, or holding a foot that is brought up behind. */
function armOf(
  side: Side,
  at: { neck: Point3; hips: Point3; face: number; aside: number; lifted: number; held: number },
  other: FootPose,
  own: FootPose,
  ball: Point3,
): Arm {
  const g = sign(side);
  const [u, v] = [ahead(at.face), toRight(at.face)];
  const out = BODY.shoulderHalf * g;
  const shoulder = { x: at.neck.x + v.x * out, y: at.neck.y + v.y * out, z: at.neck.z - 0.035 - at.aside * 0.0016 * g };
  const forward = (other.x - at.hips.x) * u.x + (other.y - at.hips.y) * u.y;
  const swing = clamp(forward * 0.7, -0.16, 0.2) + 0.05;
  const wide = (0.2 + Math.min(0.1, other.z * 0.35) + at.lifted * 0.8) * g;
  const free = {
    x: shoulder.x + v.x * wide + u.x * swing,
    y: shoulder.y + v.y * wide + u.y * swing,
    z: shoulder.z - 0.25 + Math.min(0.08, other.z * 0.3),
  };
  const grip = BALL * 0.95 * g;
  const atBall = { x: ball.x + v.x * grip, y: ball.y + v.y * grip, z: ball.z };
  const behind = own.pitch > 80 ? { x: own.x, y: own.y, z: own.z + 0.06 } : null;
  const to = behind ?? { x: mix(free.x, atBall.x, at.held), y: mix(free.y, atBall.y, at.held), z: mix(free.z, atBall.z, at.held) };
  const pole = { x: v.x * g * 0.5 - u.x * 0.8, y: v.y * g * 0.5 - u.y * 0.8, z: -0.35 };
  const { joint, end } = twoBones(shoulder, to, BODY.upperArm, BODY.foreArm, pole);
  return { shoulder, elbow: joint, hand: end };
}

/**
 * The whole picture at any moment.
 * @param time seconds at the movement's own pace from the beginning of the loop; any number
 */
export function frameAt(plan: Plan, time: number): Frame {
  const t = plan.start + (time - Math.floor(time / plan.period) * plan.period);
  const feet = { left: footAt(plan, 'left', t), right: footAt(plan, 'right', t) };
  const ball = ballAt(plan, t);
  const { nearest, here, after } = ticksAt(plan, t);
  const face = faceAt(plan, here, after, t);
  const lifted = liftAt(plan, t);
  const lean = valueAt(plan.trunk, t, (key) => key.lean);
  const hips = hipsAt(plan, t, face, lifted, lean, feet);
  const v = toRight(face);
  const middle = { x: (feet.left.x + feet.right.x) / 2, y: (feet.left.y + feet.right.y) / 2 };
  const aside = clamp(((hips.x - middle.x) * v.x + (hips.y - middle.y) * v.y) * 40, -7, 7);
  const { neck, head } = trunkOver(hips, face, lean, aside);
  const at = { neck, hips, face, aside, lifted, held: weightAt(plan.hands, t) };
  const arm = (side: Side) => armOf(side, at, feet[otherSide(side)], feet[side], ball);
  const coming = plan.contacts.find((contact) => contact.t > t + 1e-9);
  return {
    t,
    beat: nearest.index,
    tick: nearest.k,
    feet,
    legs: { left: legOf('left', hips, face, feet.left), right: legOf('right', hips, face, feet.right) },
    arms: { left: arm('left'), right: arm('right') },
    ball: { ...ball, ...rollAt(plan, t) },
    hips,
    neck,
    head,
    face,
    touch: plan.contacts.find((one) => t >= one.t - 0.03 && t <= Math.max(one.t1, one.t + 0.09)) ?? null,
    next: coming ? { contact: coming, seconds: coming.t - t } : null,
  };
}
