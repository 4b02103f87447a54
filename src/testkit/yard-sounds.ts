import { type Chance, chance } from '../core/chance.ts';

/*
 * Sounds of a yard, made and not recorded, so that what is claps and what is not is known. What they are like: a clap is noise around
 * 1–3 kHz that is gone in 5–20 ms, with the room behind it; a ball that bounces is a thump of 70–260 Hz with a slap of its skin, at shrinking
 * intervals (each impact 0.5–0.75 of the speed before), or in the steady rhythm of somebody dribbling; steps are dull noise; speech is a
 * voice in syllables with hisses and bursts between; a knock is wood at 180–500 Hz.
 */

export const YARD_RATE = 24_000;

interface Yard {
  random: Chance;
  samples: Float32Array;
}

const decibels = (db: number) => 10 ** (db / 20);

/** Noise between two frequencies by two one-pole filters. */
function noise(random: Chance, from: number, to: number): () => number {
  const pole = (hz: number) => 1 - Math.exp((-2 * Math.PI * hz) / YARD_RATE);
  const [low, high] = [pole(from), pole(to)];
  let slow = 0;
  let fast = 0;
  let faster = 0;
  return () => {
    const white = (random.next() - 0.5) * 3.46;
    fast += high * (white - fast);
    faster += high * (fast - faster);
    slow += low * (faster - slow);
    return faster - slow;
  };
}

/** Adds a sound that dies away, so loud that its loudest 8 ms have a level. */
function add({ samples }: Yard, at: number, seconds: number, db: number, wave: (t: number) => number): void {
  const start = Math.round(at * YARD_RATE);
  const made = Float32Array.from({ length: Math.round(seconds * YARD_RATE) }, (_, i) => wave(i / YARD_RATE));
  const frame = Math.round(0.008 * YARD_RATE);
  let most = 1e-9;
  for (let i = 0; i + frame <= made.length; i += frame) {
    let sum = 0;
    for (let j = i; j < i + frame; j++) sum += (made[j] ?? 0) ** 2;
    most = Math.max(most, Math.sqrt(sum / frame));
  }
  const gain = decibels(db) / most;
  for (let i = 0; i < made.length; i++)
    if (start + i < samples.length) samples[start + i] = (samples[start + i] ?? 0) + (made[i] ?? 0) * gain;
}

function clap(yard: Yard, at: number, db: number): void {
  const { random } = yard;
  const body = noise(random, 500 + 500 * random.next(), 2000 + 2500 * random.next());
  const decay = 0.004 + 0.012 * random.next();
  const room = 0.02 + 0.05 * random.next();
  const share = 0.05 + 0.15 * random.next();
  add(yard, at, 0.3, db, (t) => body() * (Math.exp(-t / decay) + share * Math.exp(-t / room)));
}

function thump(yard: Yard, at: number, db: number, low: number, high: number): void {
  const { random } = yard;
  const hz = low + (high - low) * random.next();
  const decay = 0.015 + 0.03 * random.next();
  const skin = noise(random, 250, 700 + 900 * random.next());
  const slap = decibels(-9 - 10 * random.next()) * 3;
  add(yard, at, 0.3, db, (t) => Math.exp(-t / decay) * Math.sin(2 * Math.PI * hz * t) + slap * Math.exp(-t / 0.008) * skin());
}

function step(yard: Yard, at: number, db: number): void {
  const body = noise(yard.random, 60, 300 + 500 * yard.random.next());
  const decay = 0.02 + 0.03 * yard.random.next();
  add(yard, at, 0.3, db, (t) => Math.min(1, t / 0.004) * Math.exp(-t / decay) * body());
}

function speech(yard: Yard, from: number, to: number, db: number): void {
  const { random } = yard;
  const tone = 110 + 160 * random.next();
  for (let at = from; at < to; at += 0.12 + 0.16 * random.next()) {
    const length = 0.1 + 0.12 * random.next();
    const loud = db + random.normal(0, 3);
    if (random.happens(0.35)) {
      const hiss = noise(random, 1500 + 2500 * random.next(), 6000 + 3000 * random.next());
      const long = 0.03 + 0.09 * random.next();
      add(yard, at, long, loud - 8, (t) => hiss() * Math.min(1, t / 0.015, (long - t) / 0.015));
    } else if (random.happens(0.25)) {
      const burst = noise(random, 800, 4000);
      add(yard, at, 0.03, loud - 8, (t) => burst() * Math.exp(-t / 0.008));
    }
    add(yard, at + 0.015, length, loud, (t) => {
      let sum = 0;
      for (let k = 1; k <= 12; k++) sum += Math.sin(2 * Math.PI * tone * k * t) / (1 + ((k * tone - 500) / 600) ** 2);
      return sum * Math.min(1, t / 0.03, (length - t) / 0.05);
    });
  }
}

export const YARD_KINDS = [
  'one clap',
  'two claps',
  'knocks',
  'a ball dropped',
  'dribbling a bounce',
  'against a wall',
  'steps',
  'speech',
  'two claps in a loud yard',
] as const;
export type YardKind = (typeof YARD_KINDS)[number];

/** What is to be taken for "ready", and what is not. */
export const IS_READY: Record<YardKind, boolean> = {
  'one clap': true,
  'two claps': true,
  knocks: true,
  'a ball dropped': false,
  'dribbling a bounce': false,
  'against a wall': false,
  steps: false,
  speech: false,
  'two claps in a loud yard': true,
};

/** Six seconds of a yard, mono, −1…1, at `YARD_RATE`; the same for the same seed. What is to be heard comes in the fourth second. */
export function yardSound(kind: YardKind, seed: number): Float32Array {
  const random = chance(seed);
  const yard: Yard = { random, samples: new Float32Array(6 * YARD_RATE) };
  const floor = -66 + 16 * random.next();
  const air = noise(random, 40, 1500);
  add(yard, 0, 6, floor, air);
  const loud = -30 + 22 * random.next();
  const at = 3 + 0.8 * random.next();
  const gap = 0.2 + 0.3 * random.next();
  const alike = () => loud + random.normal(0, 1.2);
  switch (kind) {
    case 'one clap':
      clap(yard, at, loud);
      break;
    case 'two claps':
      clap(yard, at, loud);
      clap(yard, at + gap, alike());
      break;
    case 'two claps in a loud yard':
      for (let t = 0.2; t < 6; t += 0.4 + 0.3 * random.next())
        if (Math.abs(t - at) > 0.12 && Math.abs(t - at - gap) > 0.12) thump(yard, t, loud - 4, 70, 260);
      clap(yard, at, loud);
      clap(yard, at + gap, alike());
      break;
    case 'knocks':
      // Whoever knocks to be heard does not knock softly.
      for (let i = 0; i < 3; i++)
        thump(yard, at + i * (0.15 + 0.23 * ((gap - 0.2) / 0.3)) * (1 + random.normal(0, 0.04)), Math.max(-26, alike()), 180, 500);
      break;
    case 'a ball dropped': {
      const speed = 0.5 + 0.25 * random.next();
      let t = 1 + 2 * random.next();
      let between = 0.45 + 0.5 * random.next();
      let db = loud;
      for (let i = 0; i < 9 && between > 0.05; i++) {
        thump(yard, t, db, 70, 260);
        t += between;
        between *= speed;
        db += 20 * Math.log10(speed);
      }
      break;
    }
    case 'dribbling a bounce':
      for (let t = 0.5 + random.next(); t < 5.8; t += (0.35 + 0.1 * random.next()) * (1 + random.normal(0, 0.05)))
        thump(yard, t, alike(), 70, 260);
      break;
    case 'against a wall':
      for (let t = 0.5 + random.next(); t < 5.8; t += 1.1 + 0.8 * random.next()) {
        thump(yard, t, loud - 3, 80, 300);
        thump(yard, t + 0.3 + 0.4 * random.next(), loud, 90, 320);
      }
      break;
    case 'steps':
      for (let t = 0.3; t < 5.8; t += 0.28 + 0.3 * random.next()) step(yard, t, loud - 8 + random.normal(0, 2));
      break;
    case 'speech':
      speech(yard, 0.5, 5.5, loud - 4);
  }
  return yard.samples;
}
