import { BALL, IN_AIR } from '../child.ts';
import { type ShoePose, touching } from '../contact.ts';
import { ahead, clamp, dot, hermite, lengthOf, minus, mix, rad, seenFrom, smooth, spanAt } from '../geometry.ts';
import type { Contact, FootSpan, Plan, Tick } from '../plan/index.ts';
import { isFootSurface, otherSide, type Point3, type Side, type Surface, sign } from '../terms.ts';
import { ballAt } from './ball.ts';

/** A foot at an instant. */
export interface FootPose extends ShoePose {
  /** Whether it stands. */
  down: boolean;
  /** The surface that is at the ball just now. */
  touch: Surface | null;
}

/** From the middle of a shoe to its outside, and the room that it keeps from the ball's surface, metres. */
const KEEPS = BALL + 0.034;
/** It begins to rise this far before it is there, so that nothing jerks. */
const EARLY = 0.07;
/** Height of the middle of a shoe over its sole. */
const HEART = 0.035;

/** A shoe in the air keeps clear of the ball: over one on the ground, under one in the air. */
function clearOf(pose: ShoePose, ball: Point3, weight: number): ShoePose {
  if (weight <= 0) return pose;
  const u = ahead(pose.yaw);
  const d = minus(ball, pose);
  const along = clamp(dot(d, u), -0.1, 0.1);
  const miss = lengthOf(d.x - u.x * along, d.y - u.y * along);
  if (miss >= KEEPS + EARLY || pose.z - 0.1 > ball.z + BALL) return pose;
  const by = weight * smooth((KEEPS + EARLY - miss) / EARLY);
  const dome = KEEPS * smooth((KEEPS + 0.03 - miss) / 0.09);
  if (ball.z > BALL + 0.08) {
    const most = Math.max(0, ball.z - HEART - dome);
    return pose.z > most ? { ...pose, z: mix(pose.z, most, by) } : pose;
  }
  const least = ball.z - HEART + dome;
  return least > pose.z ? { ...pose, z: mix(pose.z, least, by) } : pose;
}

/** The room between the middles of two shoes, and how high one is lifted over the other. */
const SHOES_APART = 0.1;
const OVER_SHOE = 0.1;

/** A shoe in the air goes over the other one that stands in its way. */
function overShoe(pose: ShoePose, other: ShoePose | null, weight: number): ShoePose {
  if (!other || weight <= 0) return pose;
  const near = smooth((SHOES_APART + 0.08 - lengthOf(pose.x - other.x, pose.y - other.y)) / 0.1);
  return near > 0 ? { ...pose, z: Math.max(pose.z, mix(pose.z, OVER_SHOE, near * weight)) } : pose;
}

/** The other foot where it stands; null while it moves. */
function standing(plan: Plan, side: Side, t: number): ShoePose | null {
  const span = spanAt(plan.feet[otherSide(side)], t);
  return span.kind === 'down' || span.kind === 'pivot' ? span.a : null;
}

/** Round the ball on a swing: wider in front, so that the heel keeps off it. */
function onSwing(span: FootSpan, round: NonNullable<FootSpan['round']>, u: number): ShoePose {
  const { at, from, to, ra, rb, face, side } = round;
  const v = smooth(u);
  const angle = mix(from, to, v);
  const front = Math.max(0, Math.sin(rad(angle)));
  const radius = 0.2 + 0.075 * front * front;
  const ends = 0.22;
  const r = v < ends ? mix(ra, radius, smooth(v / ends)) : v > 1 - ends ? mix(radius, rb, smooth((v - 1 + ends) / ends)) : radius;
  const place = seenFrom(at, face, Math.cos(rad(angle)) * r * sign(side), Math.sin(rad(angle)) * r);
  const bow = Math.sin(Math.PI * u);
  return { ...place, z: span.lift * bow ** 0.8, yaw: mix(span.a.yaw, span.b.yaw, v) + sign(side) * 26 * bow, pitch: 14 * bow };
}

/** On the ball, as long as the touch lasts. */
function onBall(plan: Plan, side: Side, span: FootSpan, contact: Contact, t: number, u: number): ShoePose {
  const { a, b } = span;
  const ball = ballAt(plan, t);
  const still = lengthOf(b.x - a.x, b.y - a.y) < 1e-6 && Math.abs(a.z - b.z) < 1e-6;
  if (still || !isFootSurface(contact.surface)) return a;
  const away = { x: a.x + ball.x - contact.at.x, y: a.y + ball.y - contact.at.y, z: a.z + ball.z - contact.at.z };
  if (contact.at.z > IN_AIR || contact.who === 'feet') return { ...a, ...away };
  const { face } = plan.ticks[contact.k] as Tick;
  return { ...touching(side, contact.surface, ball, contact.way, face + (b.yaw - a.yaw) * u), yaw: mix(a.yaw, b.yaw, u) };
}

function through(span: FootSpan, u: number, seconds: number): ShoePose {
  const { a, b, va, vb, swerve } = span;
  const bow = 16 * u * u * (1 - u) * (1 - u);
  const flat = a.pitch === 0 && b.pitch === 0;
  return {
    x: hermite(a.x, b.x, va.x, vb.x, u, seconds) + swerve.x * bow,
    y: hermite(a.y, b.y, va.y, vb.y, u, seconds) + swerve.y * bow,
    z: Math.max(0, hermite(a.z, b.z, va.z, vb.z, u, seconds) + span.lift * bow),
    yaw: mix(a.yaw, b.yaw, smooth(u)),
    pitch: mix(a.pitch, b.pitch, smooth(u)) + (flat ? 16 * Math.sin(Math.PI * u) ** 2 : 0),
  };
}

/** Where a foot is at an instant of the plan. */
export function footAt(plan: Plan, side: Side, t: number): FootPose {
  const span = spanAt(plan.feet[side], t);
  const seconds = span.t1 - span.t0 || 1;
  const u = clamp((t - span.t0) / seconds, 0, 1);
  const contact = span.contact === null ? undefined : plan.contacts[span.contact];
  const touch = contact && t >= contact.t - 0.02 && t <= contact.t1 + 0.05 ? contact.surface : null;
  switch (span.kind) {
    case 'down':
      return { ...span.a, down: true, touch };
    case 'pivot':
      return { ...span.a, yaw: mix(span.a.yaw, span.b.yaw, smooth(u)), down: true, touch: null };
    case 'ride':
      return { ...(contact ? onBall(plan, side, span, contact, t, u) : span.a), down: false, touch };
    case 'swing': {
      const pose = span.round ? onSwing(span, span.round, u) : span.a;
      return { ...clearOf(pose, ballAt(plan, t), smooth(Math.min(u, 1 - u) / 0.15)), down: false, touch: null };
    }
    default: {
      const pose = through(span, u, seconds);
      // Not at the touch itself.
      const weight = smooth(Math.min(clamp(u / 0.3, 0, 1), clamp((1 - u) / 0.3, 0, 1)));
      const clear = span.fromBelow ? pose : clearOf(pose, ballAt(plan, t), weight);
      return { ...overShoe(clear, standing(plan, side, t), weight), down: false, touch };
    }
  }
}
