import { BALL } from '../../../core/moves/child.ts';
import { touching } from '../../../core/moves/contact.ts';
import { ballAt, type Frame, isFootSurface, isSide, type Plan, type Point2, SIDES, type Side } from '../../../core/moves/index.ts';
import { boundsOf, isFollowed } from './bounds.ts';
import { hatchOf, seamShapes } from './figure.ts';
import { circle, line, polygon, type ScreenPoint, type Shape } from './paths.ts';
import { soleOf } from './sole.ts';

/** Seconds of the ball's way that are drawn fresh behind it. */
const TRAIL = 0.7;

/** Seen from above, the player's own way up: two soles, the ball, its chalk line, and the next touch. */
export function aboveShapes(plan: Plan, frame: Frame, width: number, height: number, hatch: string): Shape[] {
  const whole = boundsOf(plan);
  const { x: hx, y: hy } = frame.hips;
  const box = isFollowed(plan) ? { left: hx - 0.9, right: hx + 0.9, near: hy - 0.8, far: hy + 0.8 } : whole;
  const scale = Math.min((width - 20) / Math.max(box.right - box.left, 0.9), (height - 20) / Math.max(box.far - box.near, 0.75), 330);
  const [cx, cy] = [(box.left + box.right) / 2, (box.near + box.far) / 2];
  const at = (p: Point2): ScreenPoint => ({ x: width / 2 + (p.x - cx) * scale, y: height / 2 - (p.y - cy) * scale });
  const shapes: Shape[] = [];
  const slabs: string[] = [];
  const [wide, tall] = [width / 2 / scale, height / 2 / scale];
  for (let x = Math.floor(cx - wide) + 0.5; x < cx + wide; x++) slabs.push(line([at({ x, y: cy - tall }), at({ x, y: cy + tall })]));
  for (let y = Math.floor(cy - tall) + 0.5; y < cy + tall; y++) slabs.push(line([at({ x: cx - wide, y }), at({ x: cx + wide, y })]));
  shapes.push({ d: slabs.join(''), stroke: 'var(--joint)', width: 1 });
  if (plan.wall !== null)
    shapes.push({ d: line([at({ x: cx - wide, y: plan.wall }), at({ x: cx + wide, y: plan.wall })]), stroke: 'var(--ink)', width: 6 });
  const cones = plan.goal === null ? plan.cones : [...plan.cones, { x: -0.27, y: plan.goal }, { x: 0.27, y: plan.goal }];
  for (const cone of cones) {
    const { x, y } = at(cone);
    const s = scale * 0.09;
    shapes.push({
      d: polygon([
        { x, y: y - s },
        { x: x + s, y: y + s },
        { x: x - s, y: y + s },
      ]),
      fill: 'var(--slab)',
      stroke: 'var(--ink)',
      width: 2,
    });
  }
  const way = (from: number, to: number, n: number) =>
    line(Array.from({ length: n + 1 }, (_, i) => at(ballAt(plan, from + (i / n) * (to - from)))));
  if (plan.hasBall) {
    const [from, to] = plan.course ? [frame.t - 1.5, frame.t + 2] : [plan.start, plan.start + plan.period];
    shapes.push({ d: way(from, to, Math.min(200, Math.ceil((to - from) / 0.035))), stroke: 'var(--dust)', width: 2, dash: '2 6' });
    shapes.push({ d: way(Math.max(plan.start, frame.t - TRAIL), frame.t, 14), stroke: 'var(--ink)', width: 3 });
  }
  const next = frame.next?.contact;
  if (next && isSide(next.who) && isFootSurface(next.surface)) {
    const pose = touching(next.who, next.surface, next.at, next.way, next.face);
    shapes.push({ d: polygon(soleOf(pose, next.who).map(at)), stroke: `var(--${next.who})`, width: 2, dash: '5 4' });
    const r = BALL * scale * (1.18 + Math.min(1, (frame.next?.seconds ?? 0) / 0.5) * 0.5);
    shapes.push({ d: circle(at(next.at), r), stroke: `var(--${next.who})`, width: 3, ...(next.who === 'left' ? { dash: '6 4' } : {}) });
  }
  const shoe = (side: Side): Shape[] => {
    const d = polygon(soleOf(frame.feet[side], side).map(at));
    return side === 'left'
      ? [
          { d, fill: 'var(--slab)', stroke: 'none', opacity: 0.75 },
          { d, fill: hatchOf(hatch), stroke: 'var(--left)', width: 2.5 },
        ]
      : [{ d, fill: 'var(--right)', stroke: 'var(--right)', width: 2, opacity: frame.feet[side].down ? 1 : 0.82 }];
  };
  const shoes = SIDES.flatMap(shoe);
  if (!plan.hasBall) return [...shapes, ...shoes];
  const { ball } = frame;
  const over = SIDES.some((side) => {
    const foot = frame.feet[side];
    return foot.touch === 'sole' || (foot.z > 0.17 && ball.z < 0.2 && Math.hypot(foot.x - ball.x, foot.y - ball.y) < 0.14);
  });
  const r = BALL * scale * (1 + Math.min(0.6, (ball.z - BALL) * 0.35));
  const drawn: Shape[] = [
    { d: circle(at(ball), r), fill: 'var(--slab)', stroke: 'var(--ink)', width: 3, opacity: over ? 0.75 : 1 },
    ...seamShapes(frame, at(ball), r, (p) => ({ x: p.x, y: -p.y, near: p.z })),
  ];
  return over ? [...shapes, ...drawn, ...shoes] : [...shapes, ...shoes, ...drawn];
}
