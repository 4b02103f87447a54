import { BALL, BODY, HALF_SHOE, IN_AIR, MEETING } from './child.ts';
import { ahead, clamp, heading, lengthOf, nearAngle, rad, toRight } from './geometry.ts';
import { type FootSurface, type Point2, type Point3, type Side, type Surface, sign } from './terms.ts';

/** A shoe: the middle of its sole, the way its toe points (degrees to the right) and how far the toe points down (degrees). */
export interface ShoePose extends Point3 {
  yaw: number;
  pitch: number;
}

/** A place on a shoe: to its outer side, forward and up from the middle of the sole, metres. */
export interface Spot {
  out: number;
  forward: number;
  up: number;
}

const SPOTS: Record<FootSurface, Spot> = {
  inside: { out: -HALF_SHOE, forward: 0.015, up: 0.05 },
  outside: { out: HALF_SHOE, forward: 0.035, up: 0.05 },
  sole: { out: 0, forward: 0.03, up: 0 },
  laces: { out: 0, forward: 0.075, up: 0.055 },
  toe: { out: 0, forward: 0.11, up: 0.03 },
  heel: { out: 0, forward: -0.11, up: 0.04 },
};
/** A ball in the air is met from below. */
const LACES_BELOW: Spot = { out: 0, forward: 0.05, up: 0.065 };
const INSIDE_BELOW: Spot = { out: -0.01, forward: 0.02, up: 0.06 };

/** Where on the shoe a surface meets the ball. */
export function spotOf(surface: FootSurface, inAir: boolean): Spot {
  if (!inAir) return SPOTS[surface];
  if (surface === 'inside' || surface === 'outside') return INSIDE_BELOW;
  return surface === 'laces' || surface === 'toe' ? LACES_BELOW : SPOTS[surface];
}

/** A place on a shoe, on the ground's axes. */
export function onShoe(pose: ShoePose, side: Side, spot: Spot): Point3 {
  const [u, v] = [ahead(pose.yaw), toRight(pose.yaw)];
  const [c, s] = [Math.cos(rad(pose.pitch)), Math.sin(rad(pose.pitch))];
  const forward = spot.forward * c + spot.up * s;
  const out = sign(side) * spot.out;
  return {
    x: pose.x + u.x * forward + v.x * out,
    y: pose.y + u.y * forward + v.y * out,
    z: pose.z - spot.forward * s + spot.up * c,
  };
}

export const ankleOf = (pose: ShoePose, side: Side): Point3 => onShoe(pose, side, { out: 0, forward: -BODY.ankleBack, up: BODY.ankleUp });

/** How a shoe is turned, and from where on the ball it touches: the way from the touched spot to the ball's middle. */
interface Turned {
  yaw: number;
  pitch: number;
  normal: Point3;
}

function turnedFor(side: Side, surface: FootSurface, way: Point2 | null, face: number): Turned {
  const s = sign(side);
  const leaves = way && lengthOf(way.x, way.y) > 1e-6 ? heading(way) : face;
  /** An angle kept within what a hip can do; `low` to `high` count to the outer side. */
  const within = (angle: number, low: number, high: number) => {
    const by = s * (nearAngle(angle, face) - face);
    return face + s * clamp(by < -179.9 ? by + 360 : by, low, high);
  };
  const aside = (yaw: number, outward: 1 | -1): Point3 => {
    const v = toRight(yaw);
    return { x: outward * s * v.x * 0.95, y: outward * s * v.y * 0.95, z: 0.312 };
  };
  const straight = (yaw: number, forward: 1 | -1): Point3 => {
    const u = ahead(yaw);
    return { x: forward * u.x * 0.98, y: forward * u.y * 0.98, z: 0.2 };
  };
  if (surface === 'inside') {
    const yaw = within(way ? leaves + s * 90 : face + s * 20, -12, 78);
    return { yaw, pitch: 0, normal: aside(yaw, -1) };
  }
  if (surface === 'outside') {
    const yaw = within(way ? leaves - s * 90 : face - s * 15, -42, 30);
    return { yaw, pitch: 0, normal: aside(yaw, 1) };
  }
  if (surface === 'sole') return { yaw: within(face, -20, 20), pitch: -14, normal: { x: 0, y: 0, z: -1 } };
  if (surface === 'heel') {
    const yaw = within(leaves + 180, -40, 40);
    return { yaw, pitch: 0, normal: straight(yaw, -1) };
  }
  const yaw = within(leaves, -30, 40);
  return { yaw, pitch: surface === 'laces' ? 38 : 6, normal: straight(yaw, 1) };
}

function turnedBelow(side: Side, surface: FootSurface, face: number): Turned {
  const s = sign(side);
  const yaw = surface === 'inside' ? face + s * 70 : surface === 'outside' ? face - s * 30 : face;
  return { yaw, pitch: surface === 'laces' ? 4 : surface === 'toe' ? -14 : 0, normal: { x: 0, y: 0, z: 1 } };
}

/**
 * The shoe that touches the ball at `at` with a surface, so that the ball leaves in the way `way` (null: it stays). It is computed back from
 * the ball: the ball's middle is one radius from the surface, so that foot and ball coincide by construction.
 * @param face degrees to the right that the player faces
 */
export function touching(side: Side, surface: FootSurface, at: Point3, way: Point2 | null, face: number): ShoePose {
  const inAir = at.z > IN_AIR;
  const { yaw, pitch, normal } = inAir ? turnedBelow(side, surface, face) : turnedFor(side, surface, way, face);
  const bare = onShoe({ x: 0, y: 0, z: 0, yaw, pitch }, side, spotOf(surface, inAir));
  return {
    x: at.x - BALL * normal.x - bare.x,
    y: at.y - BALL * normal.y - bare.y,
    z: Math.max(0, at.z - BALL * normal.z - bare.z),
    yaw,
    pitch,
  };
}

/** Where a dropping ball is met by a surface, for somebody who stands at `middle` and faces `face`. */
export function meetingPoint(side: Side | null, surface: Surface | null, middle: Point2, face: number): Point3 {
  const { forward, out, z } = MEETING[surface as keyof typeof MEETING] ?? MEETING.laces;
  const [u, v] = [ahead(face), toRight(face)];
  const right = side ? sign(side) * out : 0;
  return { x: middle.x + u.x * forward + v.x * right, y: middle.y + u.y * forward + v.y * right, z };
}
