import { capital } from '../text/capital.ts';
import { t } from '../text/translate.ts';
import { ahead, dot } from './geometry.ts';
import type { Plan, Tick } from './plan/index.ts';
import { footAt } from './pose/foot.ts';
import { beatSaid } from './said.ts';
import type { Beat, Side } from './terms.ts';

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

/** A beat as it is shown to a child: a sentence, without the numbers of shoe lengths that the picture shows anyway. */
export function beatInWords(words: string): string {
  const plain = words
    .replace(/,? ?\b\d+(?:\.\d+)?(?! ?step)\b/g, '')
    .replace(/ +(long|short|rolling)\b/g, '')
    .replace(/ {2,}/g, ' ')
    .trim();
  return capital(plain);
}

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
    words: beatSaid(beat, beatInWords(beat.words)),
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

/** On a route with zones: the middle of each stretch on which the feet do the same, in the order they are gone; none elsewhere. */
function momentsOfZones(plan: Plan): Moment[] {
  const { course } = plan;
  if (!course?.saysFeet) return [];
  const ticks = loopTicks(plan);
  const stretches: { name: string; ticks: Tick[] }[] = [];
  ticks.forEach((tick, i) => {
    const metres = (course.length * i) / ticks.length;
    const feet = course.feet(metres);
    const name = feet ? `${course.backwards(metres) ? t('Backwards: ') : ''}${feet}` : '';
    const last = stretches.at(-1);
    if (last?.name === name) last.ticks.push(tick);
    else stretches.push({ name, ticks: [tick] });
  });
  return stretches.slice(0, MOST).map(({ name, ticks: there }) => {
    const middle = momentOf(plan, (there[Math.floor(there.length / 2)] as Tick).k);
    return name ? { ...middle, words: capital(name) } : middle;
  });
}

/**
 * The moments that tell a movement, at most six: each beat that is said, once; of a single beat the way to it as well;
 * of a route with zones what the feet do in each. A short text that is mirrored tells both sides.
 */
export function momentsOf(plan: Plan): Moment[] {
  const zoned = momentsOfZones(plan);
  if (zoned.length > 0) return zoned;
  const { beats, again } = plan.movement;
  const bothSides = again === 'mirrored' && beats.length <= 3 ? 2 : 1;
  const seen = new Map<object, Moment>();
  const list: Moment[] = [];
  for (let i = 0; i < beats.length * bothSides; i++) {
    const said = beats[i % beats.length] as Beat;
    if (said.acts.every((act) => act.verb === 'wait') && beats.length > 1) continue;
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
      { ...only, ...still, t: only.footFrom, words: t('Ready'), ballUntil: only.footFrom },
      only,
      { ...only, ...still, t: only.t + half, words: t('And on'), rep: false },
    ];
  }
  while (list.length > MOST) list.splice(list.length - 2, 1);
  return list;
}

/** Counted reps in one loop; 0 for work that is not counted. */
export const repsIn = (plan: Plan): number => loopTicks(plan).filter((tick) => tick.beat.rep).length;

/** The beats of one loop. */
export function loopTicks(plan: Plan): Tick[] {
  const first = (plan.ticks[plan.first] as Tick).t;
  return plan.ticks.filter((tick) => tick.k >= plan.first && tick.t < first + plan.period - 1e-6 && tick.beat.words !== '');
}

export const PICTURE_PACES = ['quarter', 'easy', 'half', 'full'] as const;
export type PaceName = (typeof PICTURE_PACES)[number];
/** Shares of the own pace where a drill counts no reps. */
const UNCOUNTED = { easy: 0.6, half: 0.8, full: 1 } as const;
const SLOWEST = 0.12;
const FASTEST = 2;

/**
 * How fast a plan is played for a pace, 1 being the plan's own.
 * @param pace reps a second of the drill, at easy, half and full pace
 */
export function rateFor(plan: Plan, name: PaceName, pace: { easy: number; usual: number; fast: number }): number {
  const reps = repsIn(plan);
  const secondsPerRep = reps > 0 ? plan.period / reps : null;
  const full = secondsPerRep === null ? UNCOUNTED.full : pace.fast * secondsPerRep;
  const rates = {
    quarter: full / 4,
    easy: secondsPerRep === null ? UNCOUNTED.easy : pace.easy * secondsPerRep,
    half: secondsPerRep === null ? UNCOUNTED.half : pace.usual * secondsPerRep,
    full,
  };
  return Math.min(FASTEST, Math.max(SLOWEST, rates[name]));
}
