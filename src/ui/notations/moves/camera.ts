import { rad } from '../../../core/moves/geometry.ts';
import type { Frame, Plan, Point3 } from '../../../core/moves/index.ts';
import { boundsOf, isFollowed } from './bounds.ts';
import type { ScreenPoint } from './paths.ts';

/** How a figure is looked at. */
export interface View {
  width: number;
  height: number;
  /** Degrees round the player: 0 from the front, 90 from the player's right, 180 from behind. */
  from: number;
  /** Degrees from above. */
  tilt: number;
  /** It stands: closer to the feet. */
  still?: boolean;
}

/** Puts points of the ground on the picture; parallel, without vanishing points. */
export class Camera {
  readonly scale: number;
  /** The way towards whoever looks, on the ground, and what is to the right on the picture. */
  readonly towards: ScreenPoint;
  readonly aside: ScreenPoint;
  private readonly sin: number;
  private readonly cos: number;
  private readonly middle: { u: number; v: number };

  constructor(
    plan: Plan,
    frame: Frame,
    readonly view: View,
  ) {
    const [from, tilt] = [rad(view.from), rad(view.tilt)];
    this.towards = { x: Math.sin(from), y: Math.cos(from) };
    this.aside = { x: -Math.cos(from), y: Math.sin(from) };
    [this.sin, this.cos] = [Math.sin(tilt), Math.cos(tilt)];
    const flat = cornersOf(plan, frame, view.still === true).map((p) => this.flat(p));
    const [us, vs] = [flat.map((f) => f.u), flat.map((f) => f.v)];
    const [u0, u1, v0, v1] = [Math.min(...us), Math.max(...us), Math.min(...vs), Math.max(...vs)];
    const pad = Math.min(14, view.width * 0.05);
    this.scale = Math.min((view.width - 2 * pad) / Math.max(u1 - u0, 1), (view.height - 2 * pad) / (v1 - v0), view.height / 1.3);
    this.middle = { u: (u0 + u1) / 2, v: (v0 + v1) / 2 };
  }

  private flat(p: Point3): { u: number; v: number } {
    return {
      u: p.x * this.aside.x + p.y * this.aside.y,
      v: p.z * this.cos - (p.x * this.towards.x + p.y * this.towards.y) * this.sin,
    };
  }

  at(p: Point3): ScreenPoint {
    const { u, v } = this.flat(p);
    return { x: this.view.width / 2 + (u - this.middle.u) * this.scale, y: this.view.height / 2 - (v - this.middle.v) * this.scale };
  }

  onGround(x: number, y: number): ScreenPoint {
    return this.at({ x, y, z: 0 });
  }

  /** How near a point is to whoever looks. */
  nearness(p: Point3): number {
    return (p.x * this.towards.x + p.y * this.towards.y) * this.cos + p.z * this.sin;
  }

  /** A direction as it looks on the picture; `near` above 0 is towards whoever looks. */
  direction(p: Point3): ScreenPoint & { near: number } {
    const { u, v } = this.flat(p);
    return { x: u, y: -v, near: this.nearness(p) };
  }

  /** How flat a circle on the ground looks. */
  get flatness(): number {
    return this.sin;
  }
}

/** Points that must be on the picture. */
function cornersOf(plan: Plan, frame: Frame, still: boolean): Point3[] {
  if (still && isFollowed(plan, still)) {
    const { hips, feet, ball } = frame;
    const there = [feet.left, feet.right, ...(plan.hasBall ? [ball] : [])];
    const [us, vs] = [
      [hips.x - 0.42, hips.x + 0.42, ...there.map((p) => p.x)],
      [hips.y - 0.36, hips.y + 0.36, ...there.map((p) => p.y)],
    ];
    const top = Math.max(1.42, plan.hasBall ? ball.z + 0.13 : 0);
    return [Math.min(...us) - 0.08, Math.max(...us) + 0.08].flatMap((x) =>
      [Math.min(...vs) - 0.08, Math.max(...vs) + 0.08].flatMap((y) =>
        [0, Math.abs(x - hips.x) < 0.7 ? top : 0.3].map((z) => ({ x, y, z })),
      ),
    );
  }
  if (isFollowed(plan)) {
    const { x, y } = frame.hips;
    return [-0.75, 0.75].flatMap((dx) => [-0.6, 0.75].flatMap((dy) => [0, 1.42].map((z) => ({ x: x + dx, y: y + dy, z }))));
  }
  const b = boundsOf(plan);
  const { hips } = b;
  return [
    ...[b.left, b.right].flatMap((x) => [b.near, b.far].map((y) => ({ x, y, z: 0 }))),
    ...[hips.left, hips.right].flatMap((x) => [hips.near, hips.far].map((y) => ({ x, y, z: 1.42 }))),
    { x: (hips.left + hips.right) / 2, y: (hips.near + hips.far) / 2 + 0.25, z: b.top + 0.03 },
  ];
}
