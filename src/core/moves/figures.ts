import type { Course } from './course.ts';
import { lengthOf } from './geometry.ts';
import { loopTicks, repsIn } from './moments.ts';
import { type Plan, planMovement, type Tick } from './plan/index.ts';
import { ballAt } from './pose/ball.ts';
import { footAt } from './pose/foot.ts';
import { type Height, isSide, type Movement, SIDES, type Side } from './terms.ts';

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
  /** Seconds of one loop at the movement's own pace. */
  seconds: number;
  /** Reps a second that nobody's feet can do: see fastestReps. */
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

/** The way that the busier foot goes in one loop, metres. */
function footWay(plan: Plan): number {
  const ways = SIDES.map((side) => {
    let way = 0;
    let last = footAt(plan, side, plan.start);
    for (let t = plan.start + SAMPLE; t <= plan.start + plan.period; t += SAMPLE) {
      const now = footAt(plan, side, t);
      way += lengthOf(now.x - last.x, now.y - last.y, now.z - last.z);
      last = now;
    }
    return way;
  });
  return Math.max(...ways);
}

/** Heights that a text names for the picture's sake: whoever hurries keeps the ball lower. What goes to the head has to. */
const LOWERED: readonly (Height | null)[] = [null, 'ankle', 'knee', 'belt', 'chest'];
/** A hard pass is so much quicker than the drawn one, and a low bounce takes so many seconds at most. */
const HARD_PASS = 2;
const LOW_BOUNCE_SECONDS = 0.3;

/** The same movement with every ball kept as low as it may be. */
const keptLow = (movement: Movement): Movement => ({
  ...movement,
  beats: movement.beats.map((beat) => ({
    ...beat,
    acts: beat.acts.map((act) => (act.verb === 'kick' && LOWERED.includes(act.high) ? { ...act, high: 'ankle' as const } : act)),
  })),
});

const secondsAtLeast = (tick: Tick): number =>
  tick.beat.acts.some((act) => act.verb === 'pass')
    ? tick.fixed / HARD_PASS
    : tick.beat.acts.some((act) => act.verb === 'bounce')
      ? Math.min(tick.fixed, LOW_BOUNCE_SECONDS)
      : tick.fixed;

/**
 * The most reps a second that anybody could do: no foot goes faster than 9 m/s on the whole of its way, and no ball comes down before
 * gravity lets it (t = √(2h/g) for each fall), however low it is played and however hard it is passed.
 * @returns Infinity where nothing limits it
 */
function fastestReps(plan: Plan, movement: Movement, course: Course | null): number {
  const low = planMovement(keptLow(movement), course);
  const reps = Math.max(1, repsIn(plan));
  const fixed = loopTicks(low).reduce((sum, tick) => sum + secondsAtLeast(tick), 0) / Math.max(1, repsIn(low));
  const byFeet = FASTEST_FOOT / (footWay(plan) / reps);
  return fixed > 0 ? Math.min(byFeet, 1 / fixed) : byFeet;
}

/** Everything that can be counted in one loop of a plan. */
export function computedFigures(plan: Plan): Figures {
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
  return {
    touchesPerRep: Math.round((all / reps) * 100) / 100,
    touches,
    hops: { left: count((who, verb) => who === 'left' && verb === 'hop'), right: count((who, verb) => who === 'right' && verb === 'hop') },
    jumps: count((_, verb) => verb === 'jump'),
    ground: groundOf(plan),
    seconds: plan.period,
    fastest: fastestReps(plan, plan.movement, plan.course),
  };
}
