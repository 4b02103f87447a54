import { ahead, dot } from './geometry.ts';
import { type Plan, type Tick } from './plan/index.ts';
import { footAt } from './pose/foot.ts';
import type { Side } from './terms.ts';

/** One of the moments that tell a movement: a picture of the strip. */
export interface Moment {
  /** Seconds on the plan's time line. */
  t: number;
  /** Number of its beat in the text. */
  beat: number;
  /** The beat's words, as a sentence without its end. */
  words: string;
  /** How often it is done in a row. */
  times: number;
  rep: boolean;
  foot: Side | null;
  /** From and until when the foot's way is drawn, and until when the ball's. */
  footFrom: number;
  footUntil: number;
  ballUntil: number;
  /** Degrees that the body turns to the right. */
  turn: number;
  hops: boolean;
}

const MOST = 6;
const APPROACH = 0.34;

const sentence = (words: string): string => words.charAt(0).toUpperCase() + words.slice(1);

/** Seconds after the tick at which a swinging foot is farthest in front. */
function frontOf(plan: Plan, tick: Tick, foot: Side): number {
  const u = ahead(tick.face);
  let [best, at] = [Number.NEGATIVE_INFINITY, 0];
  for (let d = -0.3; d <= 0.3; d += 0.01) {
    const far = dot(footAt(plan, foot, tick.t + d), u);
    if (far > best) [best, at] = [far, d];
  }
  return at;
}

function momentOf(plan: Plan, k: number): Moment {
  const tick = plan.ticks[k] as Tick;
  const next = plan.ticks[k + 1] ?? tick;
  const before = plan.ticks[k - 1];
  const { beat, worker } = tick;
  const swings = worker !== null && beat.acts.some((act) => act.verb === 'over');
  const held = tick.release - tick.t;
  const into = swings ? frontOf(plan, tick, worker) : held > 0.05 ? Math.min(0.05, held * 0.2) : 0.005;
  return {
    t: tick.t + into,
    beat: tick.index,
    words: sentence(beat.words),
    times: 1,
    rep: beat.rep,
    foot: worker,
    footFrom: Math.max(before?.release ?? tick.t - APPROACH, tick.t - APPROACH),
    footUntil: swings ? tick.t + Math.min(0.5 * tick.gap, 0.36) : tick.t + into,
    ballUntil: next.t,
    turn: beat.acts.reduce((sum, act) => sum + act.turn, 0),
    hops: beat.acts.some((act) => act.verb === 'hop' || act.verb === 'jump'),
  };
}

/**
 * The moments that tell a movement, at most six: each beat that is said, once; of a single beat the way to it as well.
 * A short text that is mirrored tells both sides.
 */
export function momentsOf(plan: Plan): Moment[] {
  const { beats, again } = plan.movement;
  const bothSides = again === 'mirrored' && beats.length <= 3 ? 2 : 1;
  const seen = new Map<object, Moment>();
  const list: Moment[] = [];
  for (let i = 0; i < beats.length * bothSides; i++) {
    const said = beats[i % beats.length] as object;
    const old = i < beats.length ? seen.get(said) : undefined;
    if (old) old.times++;
    else {
      const moment = momentOf(plan, plan.first + i);
      if (i < beats.length) seen.set(said, moment);
      list.push(moment);
    }
  }
  if (list.length === 1) {
    // One picture tells nothing: coming to it, the touch, and after it.
    const [only] = list as [Moment];
    const half = (only.ballUntil - only.t) / 2;
    const still = { foot: null, turn: 0, hops: false, rep: false };
    return [
      { ...only, ...still, t: only.footFrom, words: 'Ready', ballUntil: only.footFrom },
      only,
      { ...only, ...still, t: only.t + half, words: 'And on', rep: false },
    ];
  }
  while (list.length > MOST) list.splice(list.length - 2, 1);
  return list;
}
