import type { Point2, Point3 } from './terms.ts';

/** Degrees in radians. */
export const rad = (degrees: number): number => (degrees * Math.PI) / 180;
/** The unit vector ahead of somebody who faces so many degrees to the right. */
export const ahead = (face: number): Point2 => ({ x: Math.sin(rad(face)), y: Math.cos(rad(face)) });
/** The unit vector to the right of somebody who faces so. */
export const toRight = (face: number): Point2 => ({ x: Math.cos(rad(face)), y: -Math.sin(rad(face)) });
/** Degrees to the right that a vector points. */
export const heading = (v: Point2): number => (Math.atan2(v.x, v.y) * 180) / Math.PI;
/** An angle brought within ±180° of another. */
export const nearAngle = (angle: number, to: number): number => angle - 360 * Math.round((angle - to) / 360);

export const clamp = (n: number, low: number, high: number): number => Math.min(high, Math.max(low, n));
export const mix = (a: number, b: number, u: number): number => a + (b - a) * u;
/** 0 to 1 with rest at both ends: 3u² − 2u³. */
export const smooth = (u: number): number => {
  const v = clamp(u, 0, 1);
  return v * v * (3 - 2 * v);
};
/** Cubic Hermite curve from `a` to `b` in `seconds`, with the speeds `va` and `vb` at its ends. */
export function hermite(a: number, b: number, va: number, vb: number, u: number, seconds: number): number {
  const [u2, u3] = [u * u, u * u * u];
  return (2 * u3 - 3 * u2 + 1) * a + (u3 - 2 * u2 + u) * seconds * va + (-2 * u3 + 3 * u2) * b + (u3 - u2) * seconds * vb;
}
/** The share of a way that is done at `u`, with the speeds `v0` and `v1` (1: even) at its ends. */
export const along = (u: number, v0: number, v1: number): number => hermite(0, 1, v0, v1, u, 1);

export const plus = (a: Point2, b: Point2, times = 1): Point2 => ({ x: a.x + b.x * times, y: a.y + b.y * times });
export const minus = (a: Point2, b: Point2): Point2 => ({ x: a.x - b.x, y: a.y - b.y });
export const dot = (a: Point2, b: Point2): number => a.x * b.x + a.y * b.y;
/** The length of a vector. Metres do not overflow, so the root is enough, which is many times faster than `Math.hypot`. */
export const lengthOf = (x: number, y: number, z = 0): number => Math.sqrt(x * x + y * y + z * z);
export const distance = (a: Point2, b: Point2): number => lengthOf(a.x - b.x, a.y - b.y);
export const distance3 = (a: Point3, b: Point3): number => lengthOf(a.x - b.x, a.y - b.y, a.z - b.z);
export const mix2 = (a: Point2, b: Point2, u: number): Point2 => ({ x: mix(a.x, b.x, u), y: mix(a.y, b.y, u) });
export const mix3 = (a: Point3, b: Point3, u: number): Point3 => ({ x: mix(a.x, b.x, u), y: mix(a.y, b.y, u), z: mix(a.z, b.z, u) });
export function unit(v: Point2): Point2 {
  const length = lengthOf(v.x, v.y) || 1;
  return { x: v.x / length, y: v.y / length };
}
/** A point turned round another by degrees to the right. */
export function turnedRound(point: Point2, middle: Point2, degrees: number): Point2 {
  const [c, s] = [Math.cos(rad(degrees)), Math.sin(rad(degrees))];
  const d = minus(point, middle);
  return { x: middle.x + d.x * c + d.y * s, y: middle.y - d.x * s + d.y * c };
}
/** The point so far to the right and ahead of somebody who stands at `middle` and faces `face`. */
export const seenFrom = (middle: Point2, face: number, right: number, forward: number): Point2 =>
  plus(plus(middle, toRight(face), right), ahead(face), forward);

/** Of spans in order of time the one that holds an instant; the first before all, the last after all. */
export function spanAt<T extends { t0: number }>(spans: readonly T[], t: number): T {
  let [low, high] = [0, spans.length - 1];
  while (low < high) {
    const middle = (low + high + 1) >> 1;
    if ((spans[middle] as T).t0 <= t) low = middle;
    else high = middle - 1;
  }
  return spans[low] as T;
}
