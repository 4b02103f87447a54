import { BALL, BODY } from '../../../core/moves/child.ts';
import { onShoe } from '../../../core/moves/contact.ts';
import { ahead, rad, toRight } from '../../../core/moves/geometry.ts';
import { ballAt, type Frame, footAt, isSide, type Moment, type Plan, type Point3, SIDES, type Side } from '../../../core/moves/index.ts';
import { boundsOf, isFollowed } from './bounds.ts';
import { Camera, type View } from './camera.ts';
import { arrow, circle, ellipse, hullOf, line, polygon, type ScreenPoint, type Shape } from './paths.ts';
import { soleOf } from './sole.ts';

/** What is drawn, with its nearness: painted from the back to the front. */
interface Part {
  near: number;
  shapes: Shape[];
}

/** The fill of the left foot's things: the id of a hatch beside the picture. */
export const hatchOf = (id: string): string => `url(#${id})`;

const middleOf = (a: Point3, b: Point3): Point3 => ({ x: (a.x + b.x) / 2, y: (a.y + b.y) / 2, z: (a.z + b.z) / 2 });

/** A figure that does a movement, seen from any side. */
/** The ring round a ball that is touched, in its radii; and the shortest arrow, in strokes. */
const EDGE = 1.35;
const SHORTEST = 7;

class Figure {
  private readonly behind: Shape[] = [];
  private readonly parts: Part[] = [];
  private readonly camera: Camera;
  private readonly stroke: number;

  constructor(
    private readonly plan: Plan,
    private readonly frame: Frame,
    view: View,
    private readonly hatch: string,
    private readonly moment: Moment | null,
  ) {
    this.camera = new Camera(plan, frame, view);
    this.stroke = Math.max(1.4, this.camera.scale * 0.0115);
  }

  shapes(): Shape[] {
    this.ground();
    this.wall();
    if (this.plan.hasBall && !this.moment) this.ballsWay();
    this.conesAndGoal();
    for (const side of SIDES) this.leg(side);
    this.trunk();
    for (const side of SIDES) this.arm(side);
    this.head();
    if (this.plan.hasBall) this.ball();
    const front = this.moment ? this.arrows(this.moment) : [];
    return [...this.behind, ...this.parts.sort((a, b) => a.near - b.near).flatMap((part) => part.shapes), ...front];
  }

  /** Slabs of one metre. */
  private ground(): void {
    const { plan, frame, camera } = this;
    const b = boundsOf(plan);
    const round = isFollowed(plan, camera.view.still) ? frame.hips : { x: (b.left + b.right) / 2, y: (b.near + b.far) / 2 };
    const wide = Math.max(1.6, (camera.view.width / camera.scale) * 0.75);
    const lines: string[] = [];
    for (let i = Math.floor(round.x - wide); i <= round.x + wide; i++)
      lines.push(line([camera.onGround(i + 0.5, round.y - wide), camera.onGround(i + 0.5, round.y + wide)]));
    for (let i = Math.floor(round.y - wide); i <= round.y + wide; i++)
      lines.push(line([camera.onGround(round.x - wide, i + 0.5), camera.onGround(round.x + wide, i + 0.5)]));
    this.behind.push({ d: lines.join(''), stroke: 'var(--joint)', width: 1 });
  }

  private wall(): void {
    const { plan, camera, stroke } = this;
    if (plan.wall === null) return;
    const y = plan.wall;
    const [a, b, c, d] = [
      [-1.2, 0],
      [1.2, 0],
      [1.2, 0.9],
      [-1.2, 0.9],
    ].map(([x, z]) => camera.at({ x: x as number, y, z: z as number }));
    // Seen through the wall only its foot is drawn.
    if (camera.towards.y <= 0)
      this.behind.push({ d: polygon([a, b, c, d] as ScreenPoint[]), fill: 'var(--ground)', stroke: 'var(--ink)', width: stroke });
    this.behind.push({ d: line([a, b] as ScreenPoint[]), stroke: 'var(--ink)', width: stroke * 2 });
  }

  private conesAndGoal(): void {
    const { plan, camera, stroke } = this;
    const cone = (at: ScreenPoint) => {
      const foot = (s: number) => camera.onGround(at.x + camera.aside.x * 0.1 * s, at.y + camera.aside.y * 0.1 * s);
      this.parts.push({
        near: camera.nearness({ ...at, z: 0.1 }),
        shapes: [
          {
            d: polygon([camera.at({ ...at, z: 0.26 }), foot(1), foot(-1)]),
            fill: 'var(--slab)',
            stroke: 'var(--ink)',
            width: stroke * 0.8,
          },
        ],
      });
    };
    for (const one of plan.cones) cone(one);
    if (plan.goal !== null) for (const x of [-0.27, 0.27]) cone({ x, y: plan.goal });
  }

  /** Chalk: the ball's way on the ground, for a route the stretch before and after. */
  private ballsWay(): void {
    const { plan, frame, camera, stroke } = this;
    const [from, to] = plan.course ? [frame.t - 1.2, frame.t + 1.6] : [plan.start, plan.start + plan.period];
    const n = Math.min(160, Math.ceil((to - from) / 0.04));
    const way = Array.from({ length: n + 1 }, (_, i) => {
      const p = ballAt(plan, from + (i / n) * (to - from));
      return camera.at({ ...p, z: p.z - BALL });
    });
    this.behind.push({ d: line(way), stroke: 'var(--dust)', width: stroke * 0.7, dash: '1.5 6' });
  }

  private paint(side: Side): Omit<Shape, 'd'> {
    return side === 'left'
      ? { fill: hatchOf(this.hatch), stroke: 'var(--left)', width: this.stroke * 0.9 }
      : { fill: 'var(--right)', stroke: 'var(--slab)', width: this.stroke * 0.5 };
  }

  private round(p: Point3, r: number): ScreenPoint & { r: number } {
    return { ...this.camera.at(p), r: r * this.camera.scale };
  }

  private leg(side: Side): void {
    const { frame, camera, stroke } = this;
    const { hip, knee, ankle } = frame.legs[side];
    const paint = this.paint(side);
    const bone = (a: Point3, ra: number, b: Point3, rb: number) => hullOf([this.round(a, ra), this.round(b, rb)]);
    const under = side === 'left' ? [{ fill: 'var(--slab)', stroke: 'none' }] : [];
    const solid = (d: string): Shape[] => [...under.map((shape) => ({ d, ...shape })), { d, ...paint }];
    this.parts.push({ near: camera.nearness(middleOf(hip, knee)) - 0.02, shapes: solid(bone(hip, 0.06, knee, 0.047)) });
    this.parts.push({ near: camera.nearness(middleOf(knee, ankle)), shapes: solid(bone(knee, 0.046, ankle, 0.034)) });
    // Shorts to half of the thigh.
    const half = { x: hip.x + (knee.x - hip.x) * 0.55, y: hip.y + (knee.y - hip.y) * 0.55, z: hip.z + (knee.z - hip.z) * 0.55 };
    this.parts.push({
      near: camera.nearness(middleOf(hip, half)),
      shapes: [{ d: bone(hip, 0.068, half, 0.064), fill: 'var(--ink)', stroke: 'var(--slab)', width: stroke * 0.5 }],
    });
    const foot = frame.feet[side];
    const rim = soleOf(foot, side).map((p) => ({ ...camera.at(p), r: 0 }));
    const upper = [
      { forward: 0.08, up: 0.04, r: 0.024 },
      { forward: -0.02, up: 0.072, r: 0.034 },
      { forward: -0.075, up: 0.062, r: 0.03 },
    ].map(({ forward, up, r }) => this.round(onShoe(foot, side, { out: 0, forward, up }), r));
    this.parts.push({
      near: camera.nearness({ x: foot.x, y: foot.y, z: foot.z + 0.03 }) + 0.01,
      shapes: [
        ...solid(hullOf([...rim, ...upper])),
        { d: hullOf(rim), stroke: side === 'left' ? 'var(--left)' : 'var(--slab)', width: stroke * 0.45 },
      ],
    });
    // Where a foot in the air is over the ground.
    if (!foot.down && foot.z > 0.03 && !this.moment)
      this.behind.push({
        d: polygon(soleOf({ ...foot, z: 0, pitch: 0 }, side).map((p) => camera.at({ ...p, z: 0 }))),
        stroke: `var(--${side})`,
        width: 1.5,
        dash: '3 3',
      });
  }

  private trunk(): void {
    const { frame, camera, stroke } = this;
    const shoulders = SIDES.map((side) => this.round(frame.arms[side].shoulder, 0.044));
    const hem = SIDES.map((side) => this.round({ ...frame.legs[side].hip, z: frame.legs[side].hip.z + 0.025 }, 0.056));
    const chest = middleOf(frame.neck, frame.hips);
    this.parts.push({
      near: camera.nearness(chest),
      shapes: [{ d: hullOf([...shoulders, ...hem]), fill: 'var(--slab)', stroke: 'var(--ink)', width: stroke }],
    });
    // A stripe across the shirt, where its front is seen.
    const [u, v] = [ahead(frame.face), toRight(frame.face)];
    const front = camera.direction({ x: u.x, y: u.y, z: 0 }).near;
    if (front < 0.05) return;
    const stripe = [-0.105, 0.105].map((s) =>
      camera.at({ x: chest.x + v.x * s + u.x * 0.045, y: chest.y + v.y * s + u.y * 0.045, z: chest.z + 0.07 }),
    );
    this.parts.push({ near: camera.nearness(chest) + 0.001, shapes: [{ d: line(stripe), stroke: 'var(--lace)', width: stroke * 2.2 }] });
  }

  private arm(side: Side): void {
    const { frame, camera, stroke } = this;
    const { shoulder, elbow, hand } = frame.arms[side];
    const d = line([shoulder, elbow, hand].map((p) => camera.at(p)));
    const wide = 0.058 * camera.scale;
    this.parts.push({
      near: camera.nearness({ ...middleOf(elbow, hand), z: elbow.z }) + 0.005,
      shapes: [
        { d, stroke: 'var(--ink)', width: wide + stroke },
        { d, stroke: 'var(--slab)', width: wide - stroke * 0.6 },
      ],
    });
  }

  /** A round head with a tuft, two eyes and a mouth, each where the head is turned to. */
  private head(): void {
    const { frame, camera, stroke } = this;
    const at = camera.at(frame.head);
    const r = BODY.head * camera.scale;
    const [u, v] = [ahead(frame.face), toRight(frame.face)];
    /** A point on the head: degrees to the right of the nose and up. */
    const on = (right: number, up: number) => {
      const [c, s] = [Math.cos(rad(up)), Math.sin(rad(up))];
      const [f, a] = [Math.cos(rad(right)) * c, Math.sin(rad(right)) * c];
      const d = camera.direction({ x: u.x * f + v.x * a, y: u.y * f + v.y * a, z: s });
      return { x: at.x + d.x * r, y: at.y + d.y * r, near: d.near };
    };
    const hair = [-70, -35, 0, 35, 70].map((right) => on(180 + right, 28)).concat([-60, 0, 60].map((right) => on(right, 62)));
    const tuft = on(180, 55);
    const back: Shape = {
      d: circle({ x: tuft.x + (tuft.x - at.x) * 0.25, y: tuft.y + (tuft.y - at.y) * 0.25 }, r * 0.3),
      fill: 'var(--ink)',
      stroke: 'none',
    };
    const skull: Shape = { d: circle(at, r), fill: 'var(--slab)', stroke: 'var(--ink)', width: stroke };
    const mane: Shape = { d: hullOf(hair.map((p) => ({ x: p.x, y: p.y, r: r * 0.14 }))), fill: 'var(--ink)', stroke: 'none' };
    const face: Shape[] = [];
    for (const right of [-24, 24]) {
      const eye = on(right, -4);
      if (eye.near > 0.1) face.push({ d: circle(eye, Math.max(1, r * 0.12)), fill: 'var(--ink)', stroke: 'none' });
    }
    const mouth = [-22, -10, 0, 10, 22].map((right) => on(right, -34 - (22 - Math.abs(right)) * 0.35));
    if (mouth.every((p) => p.near > 0)) face.push({ d: line(mouth), stroke: 'var(--ink)', width: stroke * 0.8 });
    const away = camera.direction({ x: u.x, y: u.y, z: 0 }).near < 0;
    this.parts.push({ near: camera.nearness(frame.head) + 0.05, shapes: away ? [skull, mane, back] : [back, skull, mane, ...face] });
  }

  private ball(): void {
    const { frame, camera, stroke } = this;
    const { ball } = frame;
    const at = camera.at(ball);
    const r = BALL * camera.scale;
    const floor = camera.onGround(ball.x, ball.y);
    if (ball.z > BALL + 0.05)
      this.behind.push(
        { d: line([at, floor]), stroke: 'var(--dust)', width: stroke * 0.6, dash: '1.5 5' },
        { d: ellipse(floor, r * 0.8, r * 0.8 * camera.flatness), stroke: 'var(--dust)', width: stroke * 0.6 },
      );
    const shapes: Shape[] = [
      { d: circle(at, r), fill: 'var(--slab)', stroke: 'var(--ink)', width: stroke * 1.1 },
      ...seamShapes(frame, at, r, (p) => camera.direction(p)),
    ];
    const next = frame.touch ?? frame.next?.contact;
    const seconds = frame.touch ? 0 : (frame.next?.seconds ?? 1);
    if (next && isSide(next.who) && seconds < 0.7)
      shapes.push({
        d: circle(at, r * (1.22 + seconds * 0.9)),
        stroke: `var(--${next.who})`,
        width: stroke * (frame.touch ? 1.8 : 1.1),
        opacity: Math.max(0.15, 1 - seconds * 1.1),
        ...(next.who === 'left' ? { dash: `${stroke * 2.4} ${stroke * 1.6}` } : {}),
      });
    this.parts.push({ near: camera.nearness(ball), shapes });
  }

  /** On a still picture: how the foot came, where the ball goes, which way the body turns or hops. */
  private arrows(moment: Moment): Shape[] {
    const { plan, frame, camera, stroke } = this;
    const sampled = (at: (t: number) => Point3, from: number, to: number) =>
      Array.from({ length: 17 }, (_, i) => camera.at(at(from + (i / 16) * (to - from))));
    const list: Shape[] = [];
    const { foot } = moment;
    if (foot) {
      const way = sampled((t) => ({ ...footAt(plan, foot, t), z: footAt(plan, foot, t).z + 0.02 }), moment.footFrom, moment.footUntil);
      // Round the ball without a touch: the way of the foot is all there is to see.
      const swings = plan.feet[foot].some((span) => span.kind === 'swing' && span.t0 <= moment.t && moment.t <= span.t1);
      list.push(...arrow(way, `var(--${foot})`, stroke * (swings ? 2 : 1.2), swings ? undefined : `${stroke * 2} ${stroke * 2.2}`));
    }
    if (moment.turn) {
      const lead = 25 * Math.sign(moment.turn);
      const arc = Array.from({ length: 21 }, (_, i) => {
        const d = ahead(frame.face + lead + (moment.turn - lead) * (i / 20));
        return camera.onGround(frame.hips.x + d.x * 0.5, frame.hips.y + d.y * 0.5);
      });
      list.push(...arrow(arc, 'var(--lace)', stroke * 1.5));
    }
    if (moment.hops) {
      const stands: Side = foot === 'left' ? 'right' : 'left';
      const at = camera.onGround(frame.feet[stands].x, frame.feet[stands].y);
      const side = foot && camera.at(frame.feet[foot]).x < at.x ? 1 : -1;
      const x = at.x + side * 0.2 * camera.scale;
      list.push(
        ...arrow(
          [
            { x, y: at.y },
            { x, y: at.y - 0.24 * camera.scale },
          ],
          `var(--${stands})`,
          stroke * 1.2,
        ),
      );
    }
    if (!plan.hasBall) return list;
    const way = sampled((t) => ballAt(plan, t), moment.t, moment.ballUntil);
    // Up and down again is bowed, so that both ways are seen.
    const steep = ballAt(plan, (moment.t + moment.ballUntil) / 2).z > frame.ball.z + 0.12;
    const bowed = steep ? way.map((p, i) => ({ x: p.x - Math.sin((i / 16) * Math.PI * 2) * 9, y: p.y })) : way;
    return [...list, ...this.wayOfBall(bowed)];
  }

  /** The arrow of the ball, from its edge on, so that a short tap has one too; and where it comes to lie. */
  private wayOfBall(way: readonly ScreenPoint[]): Shape[] {
    const { camera, stroke } = this;
    const [from, to] = [way[0] as ScreenPoint, way.at(-1) as ScreenPoint];
    const r = BALL * camera.scale;
    const off = (p: ScreenPoint) => Math.hypot(p.x - from.x, p.y - from.y);
    if (Math.max(...way.map(off)) < 0.25 * r) return [];
    const outside = way.findIndex((p) => off(p) > EDGE * r);
    const clear = outside >= 0 && off(way.at(-1) as ScreenPoint) > EDGE * r + SHORTEST * stroke;
    const there = off(to) > 0.9 * r ? [{ d: circle(to, r), stroke: 'var(--dust)', width: stroke * 0.7, dash: '2 3' }] : [];
    if (clear || outside >= 0) return [...there, ...arrow(clear ? way.slice(outside) : way, 'var(--ink)', stroke * 1.3)];
    const u = { x: (to.x - from.x) / (off(to) || 1), y: (to.y - from.y) / (off(to) || 1) };
    const at = (d: number) => ({ x: from.x + u.x * d, y: from.y + u.y * d });
    return [...there, ...arrow([at(EDGE * r), at(EDGE * r + SHORTEST * stroke)], 'var(--ink)', stroke * 1.3)];
  }
}

/** The seam round the ball as far as it is seen, and its pole. */
export function seamShapes(frame: Frame, at: ScreenPoint, r: number, look: (p: Point3) => ScreenPoint & { near: number }): Shape[] {
  const { pole, mark } = frame.ball;
  const third = { x: pole.y * mark.z - pole.z * mark.y, y: pole.z * mark.x - pole.x * mark.z, z: pole.x * mark.y - pole.y * mark.x };
  let path = '';
  let pen = false;
  for (let i = 0; i <= 28; i++) {
    const [c, s] = [Math.cos((i / 14) * Math.PI), Math.sin((i / 14) * Math.PI)];
    const p = look({ x: mark.x * c + third.x * s, y: mark.y * c + third.y * s, z: mark.z * c + third.z * s });
    if (p.near >= 0) path += `${pen ? 'L' : 'M'}${(at.x + p.x * r * 0.97).toFixed(1)} ${(at.y + p.y * r * 0.97).toFixed(1)}`;
    pen = p.near >= 0;
  }
  const shapes: Shape[] = path ? [{ d: path, stroke: 'var(--ink)', width: Math.max(1, r * 0.1) }] : [];
  const seen = [1, -1].map((s) => look({ x: pole.x * s, y: pole.y * s, z: pole.z * s })).find((p) => p.near > 0);
  if (seen)
    shapes.push({ d: circle({ x: at.x + seen.x * r * 0.97, y: at.y + seen.y * r * 0.97 }, r * 0.13), fill: 'var(--ink)', stroke: 'none' });
  return shapes;
}

/**
 * The figure at a moment.
 * @param hatch id of the left foot's hatch
 * @param moment what the arrows of a still picture tell; null for a moving one
 */
export const figureShapes = (plan: Plan, frame: Frame, view: View, hatch: string, moment: Moment | null = null): Shape[] =>
  new Figure(plan, frame, view, hatch, moment).shapes();
