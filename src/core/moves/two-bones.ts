import { clamp, lengthOf } from './geometry.ts';
import type { Point3 } from './terms.ts';

/**
 * Inverse kinematics of a limb of two bones: where its joint lies when it reaches from `from` to `to`, bent towards `pole`
 * (law of cosines in the plane of the three points). What is out of reach is drawn in along the straight line.
 * @param upper length of the first bone, metres
 * @param lower length of the second bone, metres
 */
export function twoBones(from: Point3, to: Point3, upper: number, lower: number, pole: Point3): { joint: Point3; end: Point3 } {
  const d = { x: to.x - from.x, y: to.y - from.y, z: to.z - from.z };
  const wished = lengthOf(d.x, d.y, d.z) || 1e-6;
  const length = clamp(wished, Math.abs(upper - lower) + 0.02, (upper + lower) * 0.999);
  const u = { x: d.x / wished, y: d.y / wished, z: d.z / wished };
  const along = (upper * upper - lower * lower + length * length) / (2 * length);
  const aside = Math.sqrt(Math.max(0, upper * upper - along * along));
  // The part of the pole that is square to the limb.
  const inLine = pole.x * u.x + pole.y * u.y + pole.z * u.z;
  const square = { x: pole.x - inLine * u.x, y: pole.y - inLine * u.y, z: pole.z - inLine * u.z };
  const s = aside / (lengthOf(square.x, square.y, square.z) || 1);
  return {
    joint: { x: from.x + u.x * along + square.x * s, y: from.y + u.y * along + square.y * s, z: from.z + u.z * along + square.z * s },
    end: { x: from.x + u.x * length, y: from.y + u.y * length, z: from.z + u.z * length },
  };
}
