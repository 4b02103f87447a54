import { BALL, GRAVITY } from '../child.ts';
import { along, clamp, mix, mix3, spanAt } from '../geometry.ts';
import type { Point3 } from '../terms.ts';
import type { BallSpan, Cause } from './types.ts';

/** Seconds of a fall from rest, metres: t = √(2h/g). */
export const fallSeconds = (height: number): number => Math.sqrt((2 * Math.max(0, height)) / GRAVITY);

/** Seconds from one height over a top to another. */
export const flightSeconds = (from: number, top: number, to: number): number => fallSeconds(top - from) + fallSeconds(top - to);

/** What the ball does, laid down span by span. */
export class BallTrack {
  readonly spans: BallSpan[] = [];

  private put(t0: number, t1: number, kind: BallSpan['kind'], cause: Cause, at: (share: number) => Point3): void {
    if (t1 > t0 + 1e-9) this.spans.push({ t0, t1, kind, cause, at });
  }

  rest(t0: number, t1: number, at: Point3, kind: 'rest' | 'hands' | 'ride' = 'rest', cause: Cause = 'none'): void {
    this.put(t0, t1, kind, cause, () => at);
  }

  /** Along the ground on any way; `v0` and `v1` are the speeds at its ends, 1 being even. */
  roll(
    t0: number,
    t1: number,
    way: (share: number) => Point3,
    v0: number,
    v1: number,
    cause: Cause = 'touch',
    kind: 'roll' | 'ride' = 'roll',
  ): void {
    this.put(t0, t1, kind, cause, (u) => way(along(u, v0, v1)));
  }

  /** A part of a way that is gone with one speed curve, by shares of it. */
  part(
    t0: number,
    t1: number,
    kind: BallSpan['kind'],
    cause: Cause,
    way: (share: number) => Point3,
    from: number,
    to: number,
    v1: number,
  ): void {
    this.put(t0, t1, kind, cause, (u) => way(along(mix(from, to, u), 0, v1)));
  }

  /** A free flight: a parabola that takes the seconds it is given. */
  flight(t0: number, t1: number, a: Point3, b: Point3, cause: Cause): void {
    const seconds = t1 - t0;
    const up = (b.z - a.z + 0.5 * GRAVITY * seconds * seconds) / seconds;
    this.put(t0, t1, 'flight', cause, (u) => ({
      x: mix(a.x, b.x, u),
      y: mix(a.y, b.y, u),
      z: a.z + up * u * seconds - 0.5 * GRAVITY * (u * seconds) ** 2,
    }));
  }

  /** In the hands from one place to another, giving a little when it is caught. */
  inHands(t0: number, t1: number, a: Point3, b: Point3, give: number): void {
    this.put(t0, t1, 'hands', 'hands', (u) => {
      const share = u * u * (3 - 2 * u);
      const at = mix3(a, b, share);
      return { ...at, z: at.z - give * Math.sin(Math.PI * u) };
    });
  }

  /** Down with a foot that gives, then off it to the ground and a little on. Gives when it lies. */
  bringDown(t: number, a: Point3, b: Point3, seconds: number): number {
    const low = 0.2;
    const [off, lie] = [t + seconds, t + seconds + 0.16];
    const end = lie + 0.18;
    const ground = (share: number): Point3 => ({ x: mix(a.x, b.x, share), y: mix(a.y, b.y, share), z: BALL });
    this.put(t, off, 'ride', 'touch', (u) => ({ ...a, z: mix(a.z, low, along(u, 1.6, 0.4)) }));
    this.put(off, lie, 'flight', 'gravity', (u) => ({ ...ground(u * 0.7), z: mix(low, BALL, u * u) }));
    this.put(lie, end, 'roll', 'rolling on', (u) => ground(0.7 + 0.3 * along(u, 1, 0)));
    return end;
  }

  /** Keeps it where it is, in the way it is there, until an instant. */
  fillUntil(t: number, at: Point3): void {
    const last = this.spans.at(-1);
    if (!last) this.rest(0, t, at);
    else if (last.t1 < t - 1e-9) {
      const held = last.kind === 'hands';
      this.rest(last.t1, t, last.at(1), held ? 'hands' : 'rest', held ? 'hands' : 'none');
    }
  }

  at(t: number): Point3 {
    return placeOnTrack(this.spans, t);
  }
}

/** Where the ball is at an instant. */
export function placeOnTrack(spans: readonly BallSpan[], t: number): Point3 {
  const span = spanAt(spans, t);
  return span.at(clamp((t - span.t0) / (span.t1 - span.t0 || 1), 0, 1));
}
