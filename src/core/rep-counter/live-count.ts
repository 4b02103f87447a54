import { median } from 'simple-statistics';
import { alternation } from './alternation.ts';
import { bestChain, type Peak, peaksOf } from './chain.ts';
import type { HeardWork } from './live-ear.ts';
import { beginningsBy, CURVE_RATE, near, type SoundCurve, weightsFor } from './sound.ts';

/** What is known of a drill before a sound of it is heard. */
export interface HeardDrill {
  /** Reps a second: the easy pace, and what nobody is faster than. */
  pace: { easy: number; ceiling: number };
  /** Touches that are heard in one rep. */
  soundsPerRep: number;
}

/** A stretch, in seconds from where the work began, in which the phone itself is to be heard. */
export interface Covered {
  from: number;
  to: number;
}

/** Why nothing is said. */
export type Unsure =
  | 'too few'
  | 'nothing regular'
  | 'too uneven'
  | 'it broke off'
  | 'more is heard than the reps'
  | 'half or double'
  | 'too much was covered';

/** A count that is said, with the seconds from where the work began of each sound it was counted from. */
export interface HeardCount {
  count: number;
  sounds: number[];
}

const GAP_STEP = 1.05;
/** Nobody's touches are told apart that are nearer than this, in seconds. */
const GAP_LEAST = 0.16;

/** Figures chosen on sounds with seeds under 100,000; they are reported on others. */
const LIMITS = {
  /** Sounds at least. */
  fewest: 8,
  /** Slower than half of the easy pace is something else. */
  slowest: 0.5,
  /** The rise of a usual rep at least: knocks are broad and sudden. */
  rise: 0.22,
  /** Steps from one to the next: spread of their logarithms at most. */
  spread: 0.2,
  /** A step longer than this many gaps is a break. */
  break: 1.7,
  /** What covers for longer than this, in seconds, is a voice. */
  tone: 0.3,
  /** A rep that is hardly heard is looked for this near to its place, in gaps. */
  place: 0.2,
  /** Before the first and after the last at most so many are looked for. */
  beyond: 2,
  /** The first comes this soon, and the last this late, in gaps and in seconds. */
  edgeGaps: 2.2,
  edgeSeconds: 1.5,
  /** A sound that is this many decibels under a usual rep still is one; below it counts for a tenth with so many more. */
  asLoudDb: 5,
  falls: 10,
  /** Other sounds that are this strong beside a usual rep, as a share of the reps at most. */
  other: 0.5,
  others: 0.15,
  /** So many softer ones within so many seconds are a ball that was lost. */
  soft: 0.25,
  cluster: 3,
  clusterSeconds: 1.5,
  /** Steps that are this much longer or shorter, as a logarithm, and how many of them there may be as a share. */
  odd: 0.33,
  odds: 0.03,
  /** An echo follows within so many seconds. */
  echo: 0.09,
  /** Reps that are weaker than this beside a usual one, as a share of all at most. */
  weak: 0.45,
  weaks: 0.06,
  /** Every other rep is as loud, within decibels, and as plain, as a share. */
  alternateDb: 5,
  alternate: 0.72,
  /** Half-way between two reps it is quiet: of a usual rep at most. */
  between: 0.3,
  /** Another pace that explains nearly as much. */
  rival: 0.8,
  /** What counts so many octaves more or fewer reps is another pace. */
  otherCount: 0.15,
  /** Reps that were covered by the phone's own voice, as a share of all at most. */
  covered: 0.2,
} as const;

const isCovered = (covered: readonly Covered[], t: number): boolean => covered.some(({ from, to }) => t >= from && t <= to);

/** A curve with nothing in it while the phone itself speaks. A tone rises in few bands and is no knock: what falls on one is still heard. */
function uncovered(curve: SoundCurve, covered: readonly Covered[]): SoundCurve {
  const values = curve.values.slice();
  for (const { from, to } of covered.filter((one) => one.to - one.from > LIMITS.tone))
    values.fill(0, Math.max(0, Math.floor(from * curve.rate)), Math.max(0, Math.ceil(to * curve.rate) + 1));
  return { rate: curve.rate, values };
}

/** A sound, with how loud it was. */
interface Knock extends Peak {
  decibels: number;
}

/** Where sounds begin, and how loud each gets. */
function knocksIn(curve: SoundCurve, loudness: readonly number[]): Knock[] {
  return peaksOf(curve, 0.04, 0.06).map((peak) => {
    let decibels = Number.NEGATIVE_INFINITY;
    const from = Math.round(peak.at * CURVE_RATE);
    for (let i = Math.max(0, from - 1); i <= from + 6; i++) decibels = Math.max(decibels, loudness[i] ?? decibels);
    return { ...peak, decibels };
  });
}

/** The middle of the highest of a list, of about as many as are expected. */
const usualOf = (list: readonly number[], expected: number): number => {
  const sorted = list.toSorted((a, b) => b - a);
  return median(sorted.slice(0, Math.max(3, Math.min(sorted.length, Math.round(expected)))));
};

/**
 * Sounds with heights such that a usual rep, of as many as fit the pace, is 1; what is much less loud than a usual rep, as a step, counts for less.
 * @returns them, and how high a usual one rises
 */
function scaled(knocks: readonly Knock[], expected: number): { peaks: Knock[]; usual: number } {
  const loud = usualOf(
    knocks.map((one) => one.decibels),
    expected,
  );
  const heard = knocks.map((one) => ({
    ...one,
    height: one.height * Math.min(1, 10 ** ((one.decibels - loud + LIMITS.asLoudDb) / LIMITS.falls)),
  }));
  const usual =
    usualOf(
      heard.map((one) => one.height),
      expected,
    ) || 1;
  return { peaks: heard.map((one) => ({ ...one, height: one.height / usual })), usual };
}

/** Peaks as strong as something that was meant, which are neither in a chain nor the echo of one that is. */
function leftOut(peaks: readonly Peak[], chain: readonly Peak[], gap: number, least: number = LIMITS.other): Peak[] {
  const within = Math.min(LIMITS.echo, 0.4 * gap);
  let i = 0;
  return peaks.filter(({ at, height }) => {
    while (i < chain.length && (chain[i] as Peak).at < at) i++;
    if (height < least || chain[i]?.at === at) return false;
    const before = chain[i - 1];
    return !before || at - before.at > within;
  });
}

interface Paced {
  gap: number;
  chain: Peak[];
  merit: number;
}

/** Seconds between two touches that a drill can have: from its ceiling, as near as touches can be told apart, to half of its easy pace. */
export const gapsOf = ({ pace, soundsPerRep }: HeardDrill): { least: number; most: number } => ({
  least: Math.max(GAP_LEAST, 1 / (pace.ceiling * soundsPerRep)),
  most: 1 / (LIMITS.slowest * pace.easy * soundsPerRep),
});

/** The chains of all paces that the drill can have, the one that explains most first. */
function paced(peaks: readonly Knock[], seconds: number, drill: HeardDrill): Paced[] {
  const { least, most } = gapsOf(drill);
  const all: Paced[] = [];
  for (let gap = least; gap <= most * GAP_STEP && seconds / gap >= 3; gap *= GAP_STEP) {
    const expected = seconds / gap;
    const { peaks: heights } = scaled(peaks, expected);
    const chain = bestChain(heights, gap);
    // At half the pace every second rep fits perfectly: what is left out counts against it.
    const left = leftOut(heights, chain.peaks, gap).reduce((sum, { height }) => sum + Math.min(1, height) - LIMITS.other, 0);
    all.push({ gap, chain: chain.peaks, merit: (chain.worth - left) / expected });
  }
  return all.sort((a, b) => b.merit - a.merit);
}

const stepsOf = (chain: readonly Peak[]): number[] => chain.slice(1).map((peak, i) => peak.at - (chain[i] as Peak).at);

/** Reps between two sounds of the chain that were hardly heard, or that the phone's own voice covered; null where it is a break. */
function hiddenIn(from: number, to: number, gap: number, covered: readonly Covered[], faint: readonly Knock[]): number | null {
  const steps = (to - from) / gap;
  const whole = Math.round(steps);
  if (steps <= LIMITS.break) return 0;
  const hidden = Array.from({ length: whole - 1 }, (_, i) => from + ((i + 1) * (to - from)) / whole);
  if (hidden.every((t) => isCovered(covered, t))) return whole - 1;
  // One rep may hardly be heard; several running are steps to a lost ball.
  return whole === 2 && faint.some((one) => Math.abs(one.at - (hidden[0] as number)) <= LIMITS.place * gap) ? 1 : null;
}

/** Reps before the first or after the last of the chain, going from there by `gap` (backwards below 0), that were hardly heard. */
function beyond(from: number, gap: number, seconds: number, faint: readonly Knock[]): number {
  for (let n = 1; n <= LIMITS.beyond; n++) {
    const t = from + n * gap;
    const isFaint = faint.some((one) => one.height >= LIMITS.soft && Math.abs(one.at - t) <= LIMITS.place * Math.abs(gap));
    if (t < 0 || t > seconds || !isFaint) return n - 1;
  }
  return LIMITS.beyond;
}

/**
 * Counts the reps of a stretch of work by its sound alone, or says why it does not: it is silent unless it is sure. It helps a child to
 * remember and fills in nothing. What it is right in is measured in docs/measurements.md.
 * @param work from a `LiveEar`, up to where the work ended
 * @param covered when the phone's own tones and voice were in the air
 */
export function countHeard(work: HeardWork, drill: HeardDrill, covered: readonly Covered[] = []): HeardCount | Unsure {
  const seconds = work.rises.length / CURVE_RATE;
  const even = new Float64Array(work.rises[0]?.length ?? 0).fill(1 / (work.rises[0]?.length || 1));
  const first = knocksIn(uncovered(beginningsBy(work.rises, even), covered), work.loudness);
  if (first.length < LIMITS.fewest) return 'too few';
  const [rough] = paced(first, seconds, drill);
  if (!rough || rough.chain.length < LIMITS.fewest) return 'nothing regular';
  // Once it is known where reps are, the bands in which they sound count for more.
  const weights = weightsFor(
    work.rises,
    rough.chain.map((peak) => peak.at),
  );
  const curve = uncovered(beginningsBy(work.rises, weights), covered);
  const found = knocksIn(curve, work.loudness);
  const all = paced(found, seconds, drill);
  const [best] = all;
  if (!best || best.chain.length < LIMITS.fewest) return 'nothing regular';
  const gap = median(stepsOf(best.chain));
  const { peaks, usual } = scaled(found, seconds / gap);
  const chain = bestChain(peaks, gap).peaks;
  if (chain.length < LIMITS.fewest) return 'too few';
  if (usual < LIMITS.rise) return 'nothing regular';
  const isRival = (one: Paced) =>
    Math.abs(Math.log2(one.chain.length / chain.length)) > LIMITS.otherCount && one.merit > LIMITS.rival * best.merit;
  if (all.some(isRival)) return 'half or double';
  return judged(work, { chain, peaks, gap, curve, usual, seconds, covered, soundsPerRep: drill.soundsPerRep });
}

interface Found {
  chain: Peak[];
  peaks: Knock[];
  gap: number;
  curve: SoundCurve;
  usual: number;
  seconds: number;
  covered: readonly Covered[];
  soundsPerRep: number;
}

function judged(work: HeardWork, { chain, peaks, gap, curve, usual, seconds, covered, soundsPerRep }: Found): HeardCount | Unsure {
  const times = chain.map((peak) => peak.at);
  const edge = Math.max(LIMITS.edgeGaps * gap, LIMITS.edgeSeconds);
  if ((times[0] as number) > edge || (times.at(-1) as number) < seconds - edge) return 'it broke off';
  let hidden = beyond(times[0] as number, -gap, seconds, peaks) + beyond(times.at(-1) as number, gap, seconds, peaks);
  for (let i = 1; i < times.length; i++) {
    const there = hiddenIn(times[i - 1] as number, times[i] as number, gap, covered, peaks);
    if (there === null) return 'it broke off';
    hidden += there;
  }
  if (hidden > LIMITS.covered * times.length) return 'too much was covered';
  const steps = stepsOf(chain).filter((step) => step <= LIMITS.break * gap);
  const logs = steps.map((step) => Math.log(step / gap));
  if (Math.sqrt(logs.reduce((sum, v) => sum + v * v, 0) / logs.length) > LIMITS.spread) return 'too uneven';
  if (logs.filter((log) => Math.abs(log) > LIMITS.odd).length > LIMITS.odds * logs.length) return 'too uneven';
  // A lost ball bounces, and feet run after it: many sounds on one spot.
  const soft = leftOut(peaks, chain, gap, LIMITS.soft);
  if (soft.some(({ at }, i) => (soft[i + LIMITS.cluster - 1]?.at ?? Number.POSITIVE_INFINITY) - at <= LIMITS.clusterSeconds))
    return 'it broke off';
  if (leftOut(peaks, chain, gap).length > LIMITS.others * times.length) return 'more is heard than the reps';
  if (chain.filter((peak) => peak.height < LIMITS.weak).length > LIMITS.weaks * chain.length) return 'nothing regular';
  const loud = times.map((t) => Math.max(...work.loudness.slice(Math.round(t * CURVE_RATE), Math.round((t + 0.06) * CURVE_RATE) + 1)));
  if (alternation(loud).apart > LIMITS.alternateDb || alternation(chain.map((peak) => peak.height)).share < LIMITS.alternate)
    return 'half or double';
  const halfway = times.slice(1).flatMap((t, i) => {
    const before = times[i] as number;
    return t - before <= LIMITS.break * gap ? [near(curve, (before + t) / 2, 0.15 * gap) / usual] : [];
  });
  if (median(halfway) > LIMITS.between) return 'half or double';
  return { count: Math.round((times.length + hidden) / soundsPerRep), sounds: times };
}
