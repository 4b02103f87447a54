import { loopTicks, repsIn } from './moments.ts';
import type { Plan } from './plan/index.ts';
import { ballAt } from './pose/ball.ts';
import { footAt } from './pose/foot.ts';
import { isSide, SIDES, type Side } from './terms.ts';

/** What can be counted in a movement. */
export interface Figures {
  /** Touches of the ball by the body in one counted rep, or in one loop where nothing is counted; hands and bounces are none. */
  touchesPerRep: number;
  /** Touches in one loop, by foot and surface (“right inside”), thighs, chest and head by their own name. */
  touches: Record<string, number>;
  /** Hops on one leg and jumps with both, in one loop. */
  hops: Record<Side, number>;
  jumps: number;
  /** Metres of ground that feet and ball use. */
  ground: { length: number; width: number };
  /** Seconds of one loop at the movement's own pace, and seconds of a rep that gravity and the wall fix. */
  seconds: number;
  fixedPerRep: number;
  /** Reps a second above which a foot would have to be quicker than 9 m/s, or the ball than gravity lets it. */
  fastest: number;
}

const SAMPLE = 1 / 60;
/** The width of a shoe, on both sides of what its middle uses. */
const ROOM = 0.12;
const FASTEST_FOOT = 9;

function groundOf(plan: Plan): Figures['ground'] {
  let [left, right, near, far] = [99, -99, 99, -99];
  for (let t = plan.start; t < plan.start + plan.period; t += SAMPLE) {
    const there = [footAt(plan, 'left', t), footAt(plan, 'right', t), ...(plan.hasBall ? [ballAt(plan, t)] : [])];
    for (const { x, y } of there) {
      left = Math.min(left, x);
      right = Math.max(right, x);
      near = Math.min(near, y);
      far = Math.max(far, y);
    }
  }
  const round = (n: number) => Math.round((n + 2 * ROOM) * 10) / 10;
  return { length: round(far - near), width: round(right - left) };
}

/** The highest speed of a foot while it is not on the ground, metres a second. */
function footSpeed(plan: Plan): number {
  let most = 0;
  for (const side of SIDES) {
    let last = footAt(plan, side, plan.start);
    for (let t = plan.start + SAMPLE; t <= plan.start + plan.period; t += SAMPLE) {
      const now = footAt(plan, side, t);
      most = Math.max(most, Math.hypot(now.x - last.x, now.y - last.y, now.z - last.z) / SAMPLE);
      last = now;
    }
  }
  return most;
}

/** Everything that can be counted in one loop of a plan. */
export function figuresOf(plan: Plan): Figures {
  const ticks = loopTicks(plan);
  const there = new Set(ticks.map((tick) => tick.k));
  const reps = Math.max(1, repsIn(plan));
  const touches: Record<string, number> = {};
  let all = 0;
  for (const contact of plan.contacts) {
    if (!there.has(contact.k) || contact.surface === 'hands' || contact.surface === 'ground') continue;
    const name = isSide(contact.who) ? `${contact.who} ${contact.surface}` : contact.surface;
    touches[name] = (touches[name] ?? 0) + 1;
    all++;
  }
  const count = (does: (who: string, verb: string) => boolean) =>
    ticks.reduce((sum, tick) => sum + tick.beat.acts.filter((act) => does(act.who, act.verb)).length, 0);
  const fixed = ticks.reduce((sum, tick) => sum + tick.fixed, 0) / reps;
  const perRep = plan.period / reps;
  const byFeet = FASTEST_FOOT / Math.max(1e-6, footSpeed(plan)) / perRep;
  return {
    touchesPerRep: Math.round((all / reps) * 100) / 100,
    touches,
    hops: { left: count((who, verb) => who === 'left' && verb === 'hop'), right: count((who, verb) => who === 'right' && verb === 'hop') },
    jumps: count((_, verb) => verb === 'jump'),
    ground: groundOf(plan),
    seconds: plan.period,
    fixedPerRep: fixed,
    fastest: fixed > 0 ? Math.min(byFeet, 1 / fixed) : byFeet,
  };
}
