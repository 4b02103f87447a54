import { chance } from '../core/chance.ts';
import type { LostBall } from './range.ts';

/** Recorded sounds, mono at 16 kHz, that tracks are mixed from: impacts of balls, steps, and what yards sound like. */
export interface Recorded {
  ball: Float32Array[];
  step: Float32Array[];
  ambience: Float32Array[];
}

/** A track of recorded sounds: its samples, where the work is, and when each rep was, in seconds from the start. */
export interface HalfRealTake {
  samples: Float32Array;
  rate: number;
  work: { from: number; to: number };
  reps: number[];
  /** When the ball was lost, bounced away and came back. */
  drops: LostBall[];
  /** Reps a second that were meant. */
  perSecond: number;
}

export const HALF_REAL_CONDITIONS = ['quiet', 'loud', 'echo', 'drops', 'wall'] as const;
export type HalfRealCondition = (typeof HALF_REAL_CONDITIONS)[number];

const RATE = 16_000;
const LEAD = 4;
const TAIL = 1;

function put(samples: Float32Array, at: number, sound: Float32Array, loud: number): void {
  const start = Math.round(at * RATE);
  for (let i = 0; i < sound.length && start + i < samples.length; i++)
    if (start + i >= 0) samples[start + i] = (samples[start + i] ?? 0) + loud * (sound[i] ?? 0);
}

function tone(samples: Float32Array, at: number, pitch: number, loud: number): void {
  const sound = Float32Array.from({ length: RATE * 0.12 }, (_, i) => {
    const t = i / RATE;
    return Math.sin(2 * Math.PI * pitch * t) * Math.min(1, t * 100, (0.12 - t) * 100);
  });
  put(samples, at, sound, loud);
}

/**
 * Mixes a track: one ball on one ground at 0.5–4 reps a second, 8–90 reps, with a person's unevenness (the beat wanders, and each touch is
 * off by a little), now and then a touch that is hardly heard, steps between, the clock's own tones at the end, and what the yard sounds
 * like 20 to 0 dB below the touches. The same seed gives the same track for ever.
 */
export function halfReal(condition: HalfRealCondition, seed: number, recorded: Recorded): HalfRealTake {
  const random = chance(seed * 104_729 + HALF_REAL_CONDITIONS.indexOf(condition));
  const perSecond = 0.5 + random.next() * 3.5;
  const count = Math.min(random.whole(8, 90), Math.round(perSecond * 60));
  const jitter = 0.02 + random.next() * 0.08;
  const ball = random.pick(recorded.ball);
  const step = random.pick(recorded.step);
  const reps: number[] = [];
  const extra: { at: number; loud: number; sound: Float32Array }[] = [];
  const dropAfter = new Set<number>();
  const drops: LostBall[] = [];
  if (condition === 'drops') for (let n = random.whole(1, 3); n > 0; n--) dropAfter.add(random.whole(2, count - 2));
  let beat = LEAD + 0.3 + random.next() * 0.6;
  for (let i = 0; i < count; i++) {
    reps.push(beat + random.normal(0, (jitter * 0.5) / perSecond));
    beat += Math.max(0.5 / perSecond, (1 / perSecond) * random.normal(1, jitter * 0.7));
    if (!dropAfter.has(i)) continue;
    const lost: LostBall = { at: reps.at(-1) ?? beat, bounces: [], back: 0 };
    let bounce = beat;
    for (let gap = 0.3 + random.next() * 0.25, n = 0; gap > 0.08; gap *= 0.6 + random.next() * 0.15, n++) {
      extra.push({ at: bounce, loud: 0.8 * 0.75 ** n, sound: ball });
      lost.bounces.push(bounce);
      bounce += gap;
    }
    const walk = 1 + random.next() * 2;
    for (let at = bounce + 0.2; at < bounce + walk - 0.2; at += 0.34 + random.next() * 0.1) extra.push({ at, loud: 0.35, sound: step });
    beat = bounce + walk;
    drops.push({ ...lost, back: beat - 0.25 });
  }
  const until = (reps.at(-1) ?? LEAD) + 0.4;
  const samples = new Float32Array(Math.round((until + TAIL) * RATE));
  const far = 0.3 + random.next() * 0.7;
  const foot = random.next() * 2;
  const [echoAfter, echoDb] = [0.02 + random.next() * 0.06, 4 + random.next() * 8];
  reps.forEach((at, i) => {
    const decibels = random.normal(0, 2) + (i % 2 === 0 ? foot : -foot) - (random.happens(0.03) ? 12 : 0);
    const loud = far * 10 ** (decibels / 20);
    put(samples, at, ball, loud);
    if (condition === 'echo') put(samples, at + echoAfter, ball, loud * 10 ** (-echoDb / 20));
    if (condition === 'wall') put(samples, at + 0.25 + random.next() * 0.03, random.pick(recorded.ball), loud * 0.7);
    if (random.happens(0.3)) put(samples, at + (0.35 + 0.3 * random.next()) / perSecond, step, far * (0.1 + 0.2 * random.next()));
  });
  for (const { at, loud, sound } of extra) put(samples, at, sound, far * loud);
  for (const before of [3, 2, 1, 0]) tone(samples, until - before, before === 0 ? 880 : 660, 0.15);
  const ambience = random.pick(recorded.ambience);
  const below = condition === 'loud' ? random.next() * 8 : 8 + random.next() * 12;
  const level = far * 10 ** (-below / 20);
  const shift = random.whole(0, ambience.length - 1);
  for (let i = 0; i < samples.length; i++)
    samples[i] = Math.max(-1, Math.min(1, (samples[i] ?? 0) + level * (ambience[(i + shift) % ambience.length] ?? 0)));
  return { samples, rate: RATE, work: { from: LEAD, to: until }, reps, drops, perSecond };
}
