import { chance } from '../chance.ts';

/** A clip that is drawn, not filmed: whose true reps are known because they were made first. */
export interface SyntheticClip {
  name: string;
  seed: number;
  /** Seconds before the first possible rep, and of work after that. */
  leadSeconds: number;
  workSeconds: number;
  fps: number;
  width: number;
  height: number;
  /** Reps in order: seconds from the clip's start, and the foot. */
  reps: { at: number; foot: 'left' | 'right' }[];
}

/**
 * Lays out the reps of a synthetic clip: evenly spaced with jitter, left and right in turn, in the work interval.
 * @param count reps wanted, at least 1
 * @param foot `both` alternates
 */
export function layOutClip(name: string, seed: number, count: number, workSeconds: number, foot: 'left' | 'right' | 'both'): SyntheticClip {
  const random = chance(seed);
  const leadSeconds = 2;
  const gap = workSeconds / count;
  const reps = Array.from({ length: count }, (_, i) => ({
    at: Math.round((leadSeconds + gap * (i + 0.5) + random.normal(0, gap * 0.06)) * 1000) / 1000,
    foot: foot === 'both' ? (i % 2 === 0 ? ('right' as const) : ('left' as const)) : foot,
  }));
  return { name, seed, leadSeconds, workSeconds, fps: 30, width: 480, height: 270, reps };
}

/** Seconds of a whole clip: two seconds on both sides of the work. */
export function clipSeconds(clip: SyntheticClip): number {
  return clip.leadSeconds + clip.workSeconds + 2;
}

/** Where things are at an instant: ball and feet in pixels. Feet swing to the ball round each of their reps. */
export function poseAt(clip: SyntheticClip, at: number): { ball: Point; left: Point; right: Point } {
  const ground = clip.height * 0.8;
  const middle = clip.width / 2;
  const swing = (foot: 'left' | 'right') =>
    clip.reps.reduce((most, rep) => (rep.foot === foot ? Math.max(most, 1 - Math.abs(at - rep.at) / 0.16) : most), 0);
  const next = clip.reps.find((rep) => rep.at > at);
  const last = clip.reps.findLast((rep) => rep.at <= at);
  const from = last ? (last.foot === 'left' ? 1 : -1) : 0;
  const to = next ? (next.foot === 'left' ? -1 : 1) : 0;
  const share = last && next ? (at - last.at) / (next.at - last.at) : 0;
  const ball = { x: middle + 26 * (from + (to - from) * share), y: ground - 12 };
  const foot = (side: 'left' | 'right') => {
    const s = Math.max(0, swing(side));
    const home = middle + (side === 'left' ? -62 : 62);
    return { x: home + (side === 'left' ? 1 : -1) * 22 * s, y: ground - 8 - 10 * s };
  };
  return { ball, left: foot('left'), right: foot('right') };
}

export interface Point {
  x: number;
  y: number;
}

/**
 * The clip's sound: a short damped thud at each rep over faint noise, mono, −1…1.
 * @param rate samples a second
 */
export function soundOf(clip: SyntheticClip, rate: number): Float32Array {
  const random = chance(clip.seed + 1);
  const samples = new Float32Array(Math.round(clipSeconds(clip) * rate));
  for (let i = 0; i < samples.length; i++) samples[i] = (random.next() - 0.5) * 0.01;
  for (const rep of clip.reps) {
    const start = Math.round(rep.at * rate);
    const pitch = 130 + random.next() * 60;
    for (let i = 0; i < rate * 0.08 && start + i < samples.length; i++) {
      const t = i / rate;
      const thud = 0.7 * Math.exp(-t * 55) * Math.sin(2 * Math.PI * pitch * t) + 0.25 * Math.exp(-t * 220) * (random.next() - 0.5);
      samples[start + i] = (samples[start + i] ?? 0) + thud;
    }
  }
  return samples;
}
