import { t } from '../text/translate.ts';
import { BALL, IN_AIR } from './child.ts';
import { onShoe, spotOf } from './contact.ts';
import { ahead, clamp, distance3, dot, lengthOf, minus } from './geometry.ts';
import type { Plan } from './plan/index.ts';
import { ballAt } from './pose/ball.ts';
import { type FootPose, footAt } from './pose/foot.ts';
import { frameAt } from './pose/frame.ts';
import { isFootSurface, isSide, type Point3, SIDES, type Side } from './terms.ts';

/** What a drawn movement must never do. The soft ones may break in what a coach strings together, and are said to the coach. */
export const LAWS = {
  'foot and ball meet': 'hard',
  'the ball moves with a cause': 'hard',
  'the ball does not jump': 'soft',
  'the ball stays above the ground': 'hard',
  'a standing foot does not slide': 'hard',
  'a standing foot is on the ground': 'hard',
  'a foot is not too fast': 'soft',
  'no shoe in the ball': 'soft',
  'feet keep apart': 'soft',
  'one foot on the ground': 'hard',
  'a step-over goes round the front': 'soft',
  'the loop closes': 'soft',
  'the leg reaches the foot': 'soft',
} as const;
export type Law = keyof typeof LAWS;

/** A law that is broken: when (seconds on the plan), by how much (metres or metres a second), at which beat of the text, by which foot. */
export interface BrokenLaw {
  law: Law;
  t: number;
  by: number;
  beat: number;
  side: Side | null;
}

/** Metres: at a touch, and while it lasts. */
const MEETS = 0.006;
const STAYS = 0.02;
const FASTEST_FOOT = 9;
const FASTEST_BALL = 11;
const DEEPEST = 0.03;
const JOINS = 0.012;
/** Two shoes whose middles are nearer than this at the same height are in one another. */
const SHOES_APART = 0.06;

/** How deep a shoe is in the ball, metres; below 0 it is clear. */
export function depthInBall(foot: Point3 & { yaw: number }, ball: Point3): number {
  const u = ahead(foot.yaw);
  const d = minus(ball, foot);
  const along = clamp(dot(d, u), -0.09, 0.09);
  return BALL + 0.03 - lengthOf(d.x - u.x * along, d.y - u.y * along, ball.z - foot.z - 0.035);
}

class Watch {
  readonly broken: BrokenLaw[] = [];
  constructor(private readonly plan: Plan) {}

  /** Writes down a break; one that lasts is one. */
  say(law: Law, t: number, by: number, side: Side | null = null): void {
    const old = this.broken.find((one) => one.law === law && one.side === side && Math.abs(one.t - t) < 0.15);
    if (old) old.by = Math.max(old.by, by);
    else this.broken.push({ law, t, by, beat: frameAt(this.plan, t - this.plan.start).beat, side });
  }
}

function checkTouches(plan: Plan, watch: Watch): void {
  const end = plan.start + plan.period;
  for (const contact of plan.contacts) {
    const { who, surface, at, t, t1 } = contact;
    if (t < plan.start || t > end || !isSide(who) || !isFootSurface(surface)) continue;
    const samples = t1 > t ? 6 : 0;
    for (let i = 0; i <= samples; i++) {
      const now = t + (samples ? (i / samples) * (t1 - t) : 0);
      const ball = ballAt(plan, now);
      const spot = onShoe(footAt(plan, who, now), who, spotOf(surface, at.z > IN_AIR && ball.z > IN_AIR));
      const off = Math.abs(distance3(spot, ball) - BALL);
      if (off > (i === 0 ? MEETS : STAYS)) watch.say('foot and ball meet', now, off, who);
    }
  }
}

type Feet = Record<Side, FootPose>;
const feetAt = (plan: Plan, t: number): Feet => ({ left: footAt(plan, 'left', t), right: footAt(plan, 'right', t) });

function checkFoot(plan: Plan, watch: Watch, t: number, step: number, side: Side, a: FootPose, b: FootPose, ball: Point3): void {
  const slid = lengthOf(a.x - b.x, a.y - b.y);
  if (a.down && b.down && slid > 1e-4) watch.say('a standing foot does not slide', t, slid, side);
  if (b.down && Math.abs(b.z) > 1e-6) watch.say('a standing foot is on the ground', t, b.z, side);
  const speed = distance3(a, b) / step;
  if (speed > FASTEST_FOOT) watch.say('a foot is not too fast', t, speed, side);
  const atBall = plan.contacts.some((one) => (one.who === side || one.who === 'feet') && t >= one.t - 0.1 && t <= one.t1 + 0.1);
  const deep = depthInBall(b, ball);
  if (!atBall && deep > DEEPEST) watch.say('no shoe in the ball', t, deep, side);
}

function checkMotion(plan: Plan, watch: Watch, step: number): void {
  let [ball, feet] = [ballAt(plan, plan.start), feetAt(plan, plan.start)];
  for (let t = plan.start + step; t <= plan.start + plan.period; t += step) {
    const [nowBall, now] = [ballAt(plan, t), feetAt(plan, t)];
    const gone = distance3(nowBall, ball);
    if (gone > 4e-4 && nowBall.cause === 'none' && ball.cause === 'none') watch.say('the ball moves with a cause', t, gone);
    if (gone / step > FASTEST_BALL) watch.say('the ball does not jump', t, gone / step);
    if (nowBall.z < BALL - 1e-4) watch.say('the ball stays above the ground', t, BALL - nowBall.z);
    for (const side of SIDES) checkFoot(plan, watch, t, step, side, feet[side], now[side], nowBall);
    const { left, right } = now;
    const apart = lengthOf(left.x - right.x, left.y - right.y);
    if (apart < SHOES_APART && Math.abs(left.z - right.z) < 0.06) watch.say('feet keep apart', t, SHOES_APART - apart);
    const leaping = plan.leaps.some((leap) => t >= leap.t0 - 0.012 && t <= leap.t1 + 0.012);
    if (!left.down && !right.down && !leaping) watch.say('one foot on the ground', t, Math.min(left.z, right.z));
    [ball, feet] = [nowBall, now];
  }
}

function checkSwings(plan: Plan, watch: Watch): void {
  for (const side of SIDES)
    for (const { round, t0, t1 } of plan.feet[side]) {
      if (!round || t0 < plan.start || t1 > plan.start + plan.period) continue;
      const [low, high] = [Math.min(round.from, round.to), Math.max(round.from, round.to)];
      if (low > 45 || high < 135 || high - low < 120) watch.say('a step-over goes round the front', t0, high - low, side);
    }
}

function checkLoop(plan: Plan, watch: Watch): void {
  const end = plan.start + plan.period;
  if (plan.closes === 'begins anew') return;
  if (plan.closes === 'open') {
    watch.say('the loop closes', end, 1);
    return;
  }
  const { drift } = plan;
  if (plan.closes === 'moves along' && !plan.movement.moving) watch.say('the loop closes', end, lengthOf(drift.x, drift.y));
  const [a, b] = [frameAt(plan, 0), frameAt(plan, plan.period - 1e-4)];
  const off = (p: Point3, q: Point3) => distance3({ x: p.x + drift.x, y: p.y + drift.y, z: p.z }, q);
  const most = Math.max(
    plan.hasBall ? off(a.ball, b.ball) : 0,
    off(a.feet.left, b.feet.left),
    off(a.feet.right, b.feet.right),
    off(a.hips, b.hips),
  );
  if (most > JOINS) watch.say('the loop closes', end, most);
}

function checkLegs(plan: Plan, watch: Watch): void {
  for (let t = 0; t < plan.period; t += 1 / 60) {
    const frame = frameAt(plan, t);
    for (const side of SIDES) {
      const wanted = onShoe(frame.feet[side], side, { out: 0, forward: -0.055, up: 0.075 });
      const short = distance3(wanted, frame.legs[side].ankle);
      if (short > 0.03) watch.say('the leg reaches the foot', plan.start + t, short, side);
    }
  }
}

/**
 * All laws that a plan breaks, in the loop that it is shown in.
 * @param step seconds between the moments that are looked at
 */
export function brokenLaws(plan: Plan, step = 1 / 120): BrokenLaw[] {
  const watch = new Watch(plan);
  checkTouches(plan, watch);
  checkMotion(plan, watch, step);
  checkSwings(plan, watch);
  checkLoop(plan, watch);
  checkLegs(plan, watch);
  return watch.broken;
}

const cm = (metres: number) => `${Math.round(metres * 100)} cm`;

/** A broken law in a sentence for whoever writes the movement. */
export function brokenInWords(plan: Plan, { law, by, t: seconds, beat, side }: BrokenLaw): string {
  const shoe = !side ? t('a shoe') : side === 'left' ? t('the left shoe') : t('the right shoe');
  const foot = !side ? t('a foot') : t('the {side} foot', { side });
  const at = beat + 1;
  switch (law) {
    case 'foot and ball meet':
      return t('At beat {at} {foot} misses the ball by {by}.', { at, foot, by: cm(by) });
    case 'no shoe in the ball':
      return t('At beat {at} {shoe} is inside the ball. Put a beat between, or let the ball go farther.', { at, shoe });
    case 'a foot is not too fast':
      return t('At beat {at} {foot} would have to move at {speed} meters a second. Make the beat long, or the way shorter.', {
        at,
        foot,
        speed: Math.round(by),
      });
    case 'feet keep apart':
      return t('At beat {at} one shoe is on the other.', { at });
    case 'the ball does not jump':
      return t('At beat {at} the ball flies too fast.', { at });
    case 'one foot on the ground':
      return t('At beat {at} both feet are off the ground. Say “and jump” or “and left hops” if they should be.', { at });
    case 'a step-over goes round the front':
      return t('At beat {at} {foot} does not get round the front of the ball.', { at, foot });
    case 'the leg reaches the foot':
      return t('At beat {at} {foot} is farther than the leg is long.', { at, foot });
    case 'the loop closes':
      return plan.closes === 'moves along'
        ? t('It ends {by} from where it began. Bring the ball home, or say “moving along”.', { by: cm(by) })
        : t('It does not come back to where it began. Bring the ball home, or close with “again from the start”.');
    default:
      return t('At beat {at} something is off ({law}, {seconds} s).', { at, law, seconds: seconds.toFixed(1) });
  }
}
