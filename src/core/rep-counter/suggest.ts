import { median } from 'simple-statistics';
import type { ClipSignals } from '../clips/signals.ts';
import { alternation } from './alternation.ts';
import { isOff } from './heard.ts';
import { type Hearing, hearings } from './hearing.ts';
import { countHeard, type HeardDrill } from './live-count.ts';
import { LiveEar } from './live-ear.ts';

const at = (list: ArrayLike<number>, i: number) => list[i] ?? 0;

/** A stretch in which nothing moves like a rep for this many gaps, and this many seconds, is a break: nobody fetches a ball faster. */
const SILENT_GAPS = 1.75;
const SILENT_SECONDS = 1.3;
/** Steps this near to the gap go on at the pace of the reps. */
const STEADY = 0.35;
/** Each step of a ball that bounces away is shorter than the one before by more than this. */
const SHRINKS = 0.78;
/** How much a rep of one sense alone speaks against the agreement of the two. */
const FAINT_COST = 0.5;
/** Beside a break a rep under this share of the usual strength is doubtful. */
const SHAKY = 0.8;

/** What one pace comes to, when what is heard and what is seen are laid on each other. */
interface Verdict {
  /** Reps that the two senses show together. */
  reps: number[];
  /** Reps of one sense that the other should have had as well. */
  unexplained: number;
  /** Sounds and movements in breaks, as of a ball that bounces away and is fetched. */
  explained: number;
  /** Times that the reps broke off. */
  breaks: number;
}

/** Instants that belong to a run of steps at the pace of the reps: two steps running are enough. */
function steady(times: readonly number[], gap: number): Set<number> {
  const found = new Set<number>();
  const isStep = (i: number) => Math.abs(at(times, i + 1) - at(times, i) - gap) < STEADY * gap;
  const even = (i: number) => {
    const ratio = (at(times, i + 2) - at(times, i + 1)) / (at(times, i + 1) - at(times, i));
    return ratio > SHRINKS && ratio < 1 / SHRINKS;
  };
  for (let i = 0; i + 2 < times.length; i++)
    if (isStep(i) && isStep(i + 1) && even(i)) for (let k = i; k <= i + 2; k++) found.add(at(times, k));
  return found;
}

/**
 * Lays the two senses on each other. What only one of them has is explained by a break, where the ball was lost and fetched,
 * unless it goes on there at the pace of the reps.
 */
function reconcile({ sound, loud, movement, both, strength, gap }: Hearing, work: ClipSignals['work']): Verdict {
  const reach = Math.min(0.15, 0.35 * gap);
  const alone = (list: readonly number[]) => list.filter((t) => !both.some((one) => Math.abs(one - t) <= reach));
  const edges = [work.from, ...both, work.to + 1e-6];
  const breakLength = Math.max(SILENT_SECONDS, SILENT_GAPS * gap);
  const inBreak = (t: number) => {
    const next = edges.findIndex((one) => one > t);
    return at(edges, next) - at(edges, next - 1) > breakLength;
  };
  const isNear = (step: number) => Math.abs(step - gap) < STEADY * gap;
  // One that only one sense has, in the place of a missing step or of the very first or last one, is a faint rep.
  const faint: number[] = [];
  const fits = (t: number) => {
    const next = edges.findIndex((one) => one > t);
    const [before, after] = [at(edges, next - 1), at(edges, next)];
    const [first, last] = [next === 1, next === edges.length - 1];
    return (first || isNear(t - before)) && (last || isNear(after - t));
  };
  let explained = 0;
  let unexplained = 0;
  for (const [list, strong] of [
    [alone(movement), alone(movement)],
    [alone(sound), alone(loud)],
  ] as const) {
    const going = steady(strong, gap);
    for (const t of list) {
      if (faint.some((one) => Math.abs(one - t) < 0.5 * gap)) continue;
      if (strong.includes(t) && fits(t)) faint.push(t);
      else if (inBreak(t) && !going.has(t) && !(strong.includes(t) && both.some((one) => isNear(Math.abs(one - t))))) explained++;
      else unexplained++;
    }
  }
  const reps = [...both, ...faint].sort((a, b) => a - b);
  // The first bounce of a lost ball looks a little like a rep: what is weak beside a break is not to be trusted.
  const usual = both.length > 0 ? median(strength) : 1;
  const shaky = both.filter((t, i) => {
    const beside = t - at(edges, i) > breakLength || at(edges, i + 2) - t > breakLength;
    return beside && at(strength, i) < SHAKY * usual;
  });
  const breaks = edges.filter((t, i) => at(edges, i + 1) - t > breakLength).length;
  return { reps, unexplained: unexplained + FAINT_COST * faint.length + shaky.length, explained, breaks };
}

/** A count that a program suggests. */
export interface Suggestion {
  /** Seconds of media time of each rep. */
  reps: number[];
  /** Whether the ear alone came to the same, or was not sure. */
  like: 'ear alone too' | 'both together';
}

/** Why there is no suggestion. */
export type NoSuggestion = 'no sound' | 'nothing regular' | 'they do not agree' | 'not by ear';

/** Of clips like it, how many suggestions were right to 5 % (or to one), on drawn and half-real ones of other seeds; docs/measurements.md. */
export const RIGHT_OF: Record<Suggestion['like'], readonly [right: number, of: number]> = {
  'ear alone too': [98, 98],
  'both together': [178, 179],
};

/** Figures chosen on clips of the range with seeds under 100,000; they are reported on others. */
const LIMITS = {
  /** Reps of one sense that the other should have had, as a share of all. One is always allowed. */
  unexplained: 0.1,
  /** The same where the reps broke off: the last one before and the first bounce after it are hard to tell apart. Half a rep is always allowed. */
  unexplainedWithBreaks: 0.04,
  likeness: 0.7,
  louder: 0.9,
  /** Every other rep is as loud, within decibels: else half of them are something else. */
  alternate: 5,
  between: 0.7,
  /** The same where the reps broke off: bounces may stand where reps are sought. */
  betweenWithBreaks: 0.2,
  /** At so slow a pace, in seconds a rep, a ball is fetched within a step: a break that the ear hears is taken for one. */
  slow: 1.1,
  evenness: 0.7,
  /** Things in breaks, as a share of all, or this many. */
  explained: 0.5,
  explainedMost: 10,
  fewest: 8,
  /** Of paces that are nearly as good as the best, the fastest is taken. */
  nearlyBest: 0.85,
} as const;

/** What a pace is worth: less where half of the reps are only there because twice the real pace was assumed. */
const merit = ({ likeness, strength }: Hearing, { reps, unexplained }: Verdict): number =>
  ((likeness * reps.length) / (reps.length + unexplained + 1e-9)) * (alternation(strength).share < LIMITS.evenness ? 0.5 : 1);

function agrees(hearing: Hearing, { reps, unexplained, explained, breaks }: Verdict): boolean {
  const allowed = breaks > 0 ? Math.max(0.5, LIMITS.unexplainedWithBreaks * reps.length) : Math.max(1, LIMITS.unexplained * reps.length);
  return (
    reps.length >= LIMITS.fewest &&
    unexplained <= allowed &&
    explained <= Math.max(LIMITS.explainedMost, LIMITS.explained * reps.length) &&
    hearing.likeness >= LIMITS.likeness &&
    hearing.louder >= LIMITS.louder &&
    hearing.alternate <= LIMITS.alternate &&
    hearing.between <= (breaks > 0 ? LIMITS.betweenWithBreaks : LIMITS.between)
  );
}

/** The count of the ear alone, as a phone hears it along with the child. */
function byEar({ sound, work }: ClipSignals, drill: HeardDrill): ReturnType<typeof countHeard> {
  if (!sound) return 'too few';
  const ear = new LiveEar(sound.rate);
  const [from, to] = [work.from, work.to].map((at) => Math.round(at * sound.rate)) as [number, number];
  ear.push(sound.samples.subarray(0, Math.max(0, from)));
  ear.begin();
  ear.push(sound.samples.subarray(Math.max(0, from), to));
  return countHeard(ear.work, drill);
}

/** A rep may be heard this much before or after a stretch of work, in seconds. */
const EDGE = 0.06;

/**
 * Counts the reps of a clip from its sound and its movement, or says why it cannot: a count is given only when both agree at a pace that the
 * drill can have, and the ear alone does not come to another. It never decides anything; it is laid beside a coach's own recount. Measured
 * on drawn clips and on half-real sounds (docs/measurements.md).
 * @param drill what is to be heard of it; null where its touches cannot be told by ear
 */
export function suggestCount(signals: ClipSignals, drill: HeardDrill | null): Suggestion | NoSuggestion {
  if (!signals.sound) return 'no sound';
  if (!drill) return 'not by ear';
  const all = hearings(signals, drill).map((hearing) => ({ hearing, verdict: reconcile(hearing, signals.work) }));
  const best = Math.max(0, ...all.map(({ hearing, verdict }) => merit(hearing, verdict)));
  const [chosen] = all
    .filter(({ hearing, verdict }) => merit(hearing, verdict) >= LIMITS.nearlyBest * best)
    .sort((a, b) => b.verdict.reps.length - a.verdict.reps.length);
  if (!chosen || best === 0) return 'nothing regular';
  const { hearing, verdict } = chosen;
  if (!agrees(hearing, verdict)) return 'they do not agree';
  const heard = byEar(signals, drill);
  if (heard === 'half or double') return 'they do not agree';
  if (hearing.gap >= LIMITS.slow && (heard === 'it broke off' || heard === 'too uneven')) return 'they do not agree';
  // Of the touches of one rep the last one ends it.
  const reps = verdict.reps.filter((_, i) => (i + 1) % drill.soundsPerRep === 0);
  if (typeof heard !== 'string' && isOff(heard.count, reps.length)) return 'they do not agree';
  return { reps, like: typeof heard === 'string' ? 'both together' : 'ear alone too' };
}

/** A suggestion without what lies in the pauses between the stretches of the work. */
export function withinWork(said: Suggestion | NoSuggestion, work: readonly ClipSignals['work'][]): Suggestion | NoSuggestion {
  if (typeof said === 'string') return said;
  return { ...said, reps: said.reps.filter((at) => work.some(({ from, to }) => at >= from - EDGE && at <= to + EDGE)) };
}
