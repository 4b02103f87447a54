import { median } from 'simple-statistics';
import type { ClipSignals } from '../clips/signals.ts';
import { alternation } from './alternation.ts';
import { bestChain, type Chain, type Peak, peaksOf } from './chain.ts';
import { gapsOf, type HeardDrill } from './live-count.ts';
import { type MovementTrack, movementTrack } from './movement.ts';
import { beginningsBy, CURVE_RATE, near, type SoundCurve, type Sounds, soundsOf, weightsFor } from './sound.ts';

/** What sound and movement say of one assumed pace. */
export interface Hearing {
  /** Seconds between reps that were assumed. */
  gap: number;
  sound: number[];
  /** Those of the sounds that are about as loud as a rep. */
  loud: number[];
  movement: number[];
  both: number[];
  /** How plainly each of those is there; 1 is usual. */
  strength: number[];
  /** How alike two halves of the reps move, −1…1. */
  likeness: number;
  /** How much more begins to sound at the movement's reps than at shifted times, in standard deviations. */
  louder: number;
  /** Decibels by which every other rep is louder. */
  alternate: number;
  /** How much of a rep there is half-way between two: near 1 when the assumed pace is half the real one. */
  between: number;
}

const at = (list: ArrayLike<number>, i: number) => list[i] ?? 0;

const GAP_STEP = 1.07;
const CANDIDATES = 5;
const PASSES = 3;
/** A sound this many decibels under the usual rep is another thing, as a step. */
const AS_LOUD_DB = 8;

function inWork(curve: SoundCurve, { from, to }: ClipSignals['work']): SoundCurve {
  const [low, high] = [(from - 0.06) * curve.rate, (to + 0.06) * curve.rate];
  return { rate: curve.rate, values: curve.values.map((v, i) => (i < low || i > high ? 0 : v)) };
}

/** Peaks with heights such that a usual rep, of about as many as fit the pace, is 1. */
function scaled(peaks: readonly Peak[], expected: number): Peak[] {
  const heights = peaks.map((peak) => peak.height).sort((a, b) => b - a);
  const usual = median(heights.slice(0, Math.max(3, Math.min(heights.length, Math.round(expected)))));
  return peaks.map((peak) => ({ at: peak.at, height: peak.height / (usual || 1) }));
}

/** Chains of sounds at many paces; the few that explain most, each pace well apart from the others. */
function paces(peaks: readonly Peak[], seconds: number, gaps: ReturnType<typeof gapsOf>): { gap: number; chain: Chain }[] {
  const all: { gap: number; chain: Chain; merit: number }[] = [];
  for (let gap = gaps.least; gap <= gaps.most * GAP_STEP; gap *= GAP_STEP) {
    const expected = seconds / gap;
    if (expected < 3) break;
    const chain = bestChain(scaled(peaks, expected), gap);
    // A faster pace has more to win: what counts is the worth for each rep that fits, and a little for more of them.
    const merit = chain.worth / expected + 0.03 * Math.log2(Math.max(1, chain.peaks.length));
    all.push({ gap, chain, merit });
  }
  all.sort((a, b) => b.merit - a.merit);
  const chosen: typeof all = [];
  for (const one of all) {
    if (chosen.length >= CANDIDATES) break;
    if (chosen.every((other) => Math.abs(Math.log2(other.gap / one.gap)) > 0.25)) chosen.push(one);
  }
  return chosen;
}

type Template = Float64Array[];

/** The mean movement round some instants, figure by figure. */
function templateOf(track: MovementTrack, times: readonly number[], half: number): Template {
  return track.features.map((values) => {
    const out = new Float64Array(2 * half + 1);
    for (const t of times) {
      const middle = Math.round(t * track.rate);
      for (let k = -half; k <= half; k++) out[k + half] = at(out, k + half) + at(values, middle + k) / times.length;
    }
    return out;
  });
}

function likenessOf(a: Template, b: Template): number {
  let [ab, aa, bb] = [0, 0, 0];
  a.forEach((row, f) => {
    row.forEach((v, k) => {
      const w = at(b[f] ?? [], k);
      ab += v * w;
      aa += v * v;
      bb += w * w;
    });
  });
  return aa > 0 && bb > 0 ? ab / Math.sqrt(aa * bb) : 0;
}

/**
 * How much of a template's movement is there at each instant: how alike the movement is (cosine), less where there is little of it.
 * A walk to the ball moves much, and not alike.
 */
function presence(track: MovementTrack, template: Template, half: number): SoundCurve {
  let norm = 0;
  for (const row of template) for (const v of row) norm += v * v;
  norm = Math.sqrt(norm);
  const dots = new Float64Array(track.length);
  const powers = new Float64Array(track.length);
  track.features.forEach((values, f) => {
    const row = template[f] ?? new Float64Array(0);
    let power = 0;
    for (let k = 0; k < half; k++) power += at(values, k) ** 2;
    for (let i = 0; i < track.length; i++) {
      power += at(values, i + half) ** 2 - (i - half - 1 >= 0 ? at(values, i - half - 1) ** 2 : 0);
      powers[i] = at(powers, i) + Math.max(0, power);
      let sum = 0;
      for (let k = -half; k <= half; k++) sum += at(row, k + half) * at(values, i + k);
      dots[i] = at(dots, i) + sum;
    }
  });
  const coarse = dots.map((dot, i) => {
    const size = Math.sqrt(at(powers, i));
    if (norm === 0 || size === 0) return 0;
    const alike = (dot / (norm * size)) * Math.min(1, size / norm);
    const much = Math.max(-1, Math.min(1.3, dot / norm ** 2));
    return 0.5 * (alike + much);
  });
  const ratio = track.rate / CURVE_RATE;
  const values = Float64Array.from({ length: Math.floor(track.length / ratio) }, (_, i) => {
    const x = i * ratio;
    const n = Math.floor(x);
    return at(coarse, n) * (1 - (x - n)) + at(coarse, n + 1) * (x - n);
  });
  return { rate: CURVE_RATE, values };
}

/** How much higher a curve is at some instants than when all are shifted together, in standard deviations of one instant. */
function louderAt(curve: SoundCurve, times: readonly number[], gap: number): number {
  if (times.length < 3) return 0;
  const mean = (shift: number) => times.reduce((sum, t) => sum + near(curve, t + shift, 0.05), 0) / times.length;
  const shifts: number[] = [];
  for (let s = 0.25; s <= 0.75; s += 0.1) shifts.push(mean(s * gap), mean(-s * gap));
  const middle = shifts.reduce((sum, v) => sum + v, 0) / shifts.length;
  const each = times.map((t) => near(curve, t, 0.05));
  const here = each.reduce((sum, v) => sum + v, 0) / each.length;
  const spread = Math.sqrt(each.reduce((sum, v) => sum + (v - here) ** 2, 0) / each.length) || 1e-6;
  return (here - middle) / spread;
}

/** A curve with each value the highest of those within some seconds, so that two senses need not be exactly of one time. */
function widened(curve: SoundCurve, seconds: number): SoundCurve {
  const reach = Math.round(seconds * curve.rate);
  return {
    rate: curve.rate,
    values: curve.values.map((_, i) => {
      let most = 0;
      for (let k = -reach; k <= reach; k++) most = Math.max(most, at(curve.values, i + k) * (1 - (0.5 * Math.abs(k)) / (reach + 1)));
      return most;
    }),
  };
}

/** Two senses as one: their mean, less what only one of them has. One alone is never enough for a rep. */
const together = (heard: number, seen: number): number => Math.max(0, 0.5 * (heard + seen) - 0.35 * Math.abs(heard - seen));

function hear(
  { rises, beginnings, loudness }: Sounds,
  track: MovementTrack,
  work: ClipSignals['work'],
  gap: number,
  chain: Chain,
): Hearing {
  const half = Math.round(Math.min(0.3, Math.max(0.1, 0.45 * gap)) * track.rate);
  let heard = chain.peaks.map((peak) => peak.at);
  let sound = beginnings;
  let times = heard;
  let likeness = 0;
  let fused: SoundCurve = sound;
  let movement: Peak[] = [];
  let both: number[] = [];
  // The first template is learned where it was heard, the next ones where both senses have it.
  for (let pass = 0; pass < PASSES; pass++) {
    // Reps in pairs, so that each half has both feet.
    const halves = [0, 1].map((n) =>
      templateOf(
        track,
        times.filter((_, i) => Math.floor(i / 2) % 2 === n),
        half,
      ),
    );
    likeness = likenessOf(halves[0] ?? [], halves[1] ?? []);
    const raw = inWork(presence(track, templateOf(track, times, half), half), work);
    const usual = median(times.map((t) => near(raw, t, 0.05))) || 1;
    const seen = { rate: raw.rate, values: raw.values.map((v) => v / usual) };
    movement = bestChain(scaled(peaksOf(seen, 0.15, 0.35 * gap), (work.to - work.from) / gap), gap).peaks;
    const usualSound = median(times.map((t) => near(sound, t, 0.04))) || 1;
    const loud = widened({ rate: sound.rate, values: sound.values.map((v) => Math.min(1.3, v / usualSound)) }, 0.06);
    fused = { rate: CURVE_RATE, values: loud.values.map((v, i) => together(v, Math.max(0, Math.min(1.3, at(seen.values, i))))) };
    both = bestChain(peaksOf(fused, 0.25, 0.35 * gap), gap).peaks.map((peak) => peak.at);
    if (both.length < 4) break;
    times = both;
    // Now that reps are known, the bands in which they sound count for more.
    sound = inWork(beginningsBy(rises, weightsFor(rises, both)), work);
    heard = bestChain(scaled(peaksOf(sound, 0.04, 0.08), (work.to - work.from) / gap), gap).peaks.map((peak) => peak.at);
  }
  const usualLoudness = both.length > 0 ? median(both.map((t) => near(loudness, t + 0.02, 0.03))) : 0;
  const moved = movement.map((peak) => peak.at);
  const halfway = both.flatMap((t, i) => {
    const next = both[i + 1];
    return next !== undefined && next - t < 1.5 * gap ? [near(fused, (t + next) / 2, 0.15 * gap)] : [];
  });
  return {
    gap,
    between: halfway.length > 0 ? median(halfway) : 0,
    sound: heard,
    loud: heard.filter((t) => near(loudness, t + 0.02, 0.03) >= usualLoudness - AS_LOUD_DB),
    movement: moved,
    both,
    strength: both.map((t) => near(fused, t, 0.03)),
    likeness,
    louder: louderAt(sound, moved, gap),
    alternate: alternation(both.map((t) => near(loudness, t + 0.02, 0.03))).apart,
  };
}

/** A chain at a pace, and once more at the pace that it really has. */
function refined(peaks: readonly Peak[], seconds: number, gap: number, chain: Chain): { gap: number; chain: Chain } {
  const steps = chain.peaks.slice(1).map((peak, i) => peak.at - (chain.peaks[i]?.at ?? 0));
  const own = steps.length > 0 ? median(steps) : gap;
  return { gap: own, chain: bestChain(scaled(peaks, seconds / own), own) };
}

/** What sound and movement say at each of the few paces that the sound and the drill allow. Empty without sound, or when nothing is heard. */
export function hearings({ sound, pictures, work }: ClipSignals, drill: HeardDrill): Hearing[] {
  if (!sound || pictures.luma.length < 4 || work.to - work.from < 1) return [];
  const sounds = soundsOf(sound.samples, sound.rate);
  const curve = inWork(sounds.beginnings, work);
  const peaks = peaksOf(curve, 0.04, 0.08);
  if (peaks.length < 3) return [];
  const track = movementTrack(pictures);
  const seconds = work.to - work.from;
  const gaps = gapsOf(drill);
  const found = paces(peaks, seconds, gaps);
  // Twice the pace of the best ones is always tried: at half the real pace every second rep fits perfectly.
  const doubled = found
    .slice(0, 2)
    .flatMap(({ gap }) => (gap / 2 < gaps.least ? [] : [{ gap: gap / 2, chain: bestChain(scaled(peaks, (2 * seconds) / gap), gap / 2) }]));
  return [...found, ...doubled]
    .filter(({ chain }) => chain.peaks.length >= 3)
    .map(({ gap, chain }) => refined(peaks, seconds, gap, chain))
    .map(({ gap, chain }) => hear({ ...sounds, beginnings: curve }, track, work, gap, chain));
}
