import { type Chance, chance } from '../core/chance.ts';
import type { ClipSignals } from '../core/clips/signals.ts';

/** Movements that the range can draw: taps on a still ball, passes from foot to foot, and juggling. */
export const RANGE_KINDS = ['taps', 'shifts', 'juggling'] as const;
export type RangeKind = (typeof RANGE_KINDS)[number];

/** What makes a clip of the range hard to count. Levels are 0 (none) to 1 (as bad as it gets). */
export interface RangeClip {
  seed: number;
  kind: RangeKind;
  /** Reps a second, and how unevenly they come (standard deviation as a share of the gap). */
  rate: number;
  jitter: number;
  reps: number;
  fps: number;
  /** Times the ball is lost: it bounces away, is fetched, and the work goes on. A condition says how often at the most. */
  drops: number;
  /** Wind and traffic in the sound, grain in the picture. */
  noise: number;
  /** Light that changes. */
  flicker: number;
  /** A camera that does not stand still. */
  shake: number;
  speech: boolean;
  music: boolean;
  sound: boolean;
  /** Nobody is there: the sound and light go on without a player. */
  empty: boolean;
}

/** A clip of the range as the counter gets it, with the times of its true reps. */
export interface RangeTake {
  signals: ClipSignals;
  /** Seconds from the clip's start; empty for an empty yard. */
  reps: number[];
}

const LEAD = 2;
const TAIL = 2;
const SOUND_RATE = 16_000;
const WIDTH = 64;
const HEIGHT = 36;

/** A ball that was lost: when it was touched last, when it bounced, and when it is back in its place; in seconds. */
export interface LostBall {
  at: number;
  bounces: number[];
  back: number;
}

interface Story {
  reps: { at: number; foot: -1 | 1; force: number }[];
  drops: LostBall[];
  seconds: number;
}

/** When each rep and each loss of the ball happens. */
function tell(clip: RangeClip, random: Chance): Story {
  const reps: Story['reps'] = [];
  const drops: LostBall[] = [];
  const dropAfter = new Set<number>();
  while (dropAfter.size < Math.min(clip.drops, clip.reps - 2)) dropAfter.add(random.whole(2, clip.reps - 2));
  const drift = random.normal(0, 0.08);
  let at = LEAD + 0.3;
  let foot: -1 | 1 = 1;
  for (let i = 0; i < clip.reps; i++) {
    // Now and then a rep is hardly heard.
    reps.push({ at, foot, force: random.happens(0.04) ? 0.15 : Math.max(0.3, random.normal(1, 0.22)) });
    foot = foot === 1 ? -1 : 1;
    const gap = (1 / clip.rate) * (1 + drift * (i / clip.reps - 0.5));
    at += Math.max(gap * 0.5, gap * random.normal(1, clip.jitter));
    if (!dropAfter.has(i)) continue;
    const bounces: number[] = [];
    let bounce = (reps.at(-1)?.at ?? at) + 0.25 + random.next() * 0.3;
    for (let gapOf = 0.3 + random.next() * 0.2; gapOf > 0.08; gapOf *= 0.62 + random.next() * 0.12) {
      bounces.push(bounce);
      bounce += gapOf;
    }
    at = bounce + 0.8 + random.next() * 1.6;
    drops.push({ at: reps.at(-1)?.at ?? at, bounces, back: at - 0.25 });
  }
  return { reps, drops, seconds: (reps.at(-1)?.at ?? LEAD) + 0.3 + TAIL };
}

/** A short damped thud, as of a ball on something. */
function thud(samples: Float32Array, at: number, loud: number, pitch: number, random: Chance): void {
  const start = Math.round(at * SOUND_RATE);
  for (let i = 0; i < SOUND_RATE * 0.09 && start + i < samples.length; i++) {
    const t = i / SOUND_RATE;
    const body = 0.6 * Math.exp(-t * 50) * Math.sin(2 * Math.PI * pitch * t);
    const slap = 0.3 * Math.exp(-t * 200) * (random.next() - 0.5);
    samples[start + i] = (samples[start + i] ?? 0) + loud * (body + slap);
  }
}

/** The clock's own tones at the end of the work, as the phone's microphone hears them. */
function tones(samples: Float32Array, end: number): void {
  for (const [before, pitch] of [
    [3, 660],
    [2, 660],
    [1, 660],
    [0, 880],
  ] as const) {
    const start = Math.round((end - before) * SOUND_RATE);
    for (let i = 0; i < SOUND_RATE * 0.12; i++) {
      const t = i / SOUND_RATE;
      if (start + i >= 0 && start + i < samples.length)
        samples[start + i] = (samples[start + i] ?? 0) + 0.2 * Math.sin(2 * Math.PI * pitch * t) * Math.min(1, t * 100, (0.12 - t) * 100);
    }
  }
}

/** Somebody talks: vowels of a changing pitch with hard beginnings, three to five syllables a second, in phrases. */
function talk(samples: Float32Array, random: Chance): void {
  const seconds = samples.length / SOUND_RATE;
  for (let at = random.next(); at < seconds; at += 0.6 + random.next() * 1.5) {
    const phrase = at + 0.8 + random.next() * 2.5;
    for (; at < phrase && at < seconds; at += 0.2 + random.next() * 0.14) {
      const pitch = random.normal(170, 30);
      const loud = 0.1 + random.next() * 0.15;
      const start = Math.round(at * SOUND_RATE);
      const long = 0.1 + random.next() * 0.1;
      const colour = 500 + random.next() * 1200;
      for (let i = 0; i < long * SOUND_RATE && start + i < samples.length; i++) {
        const t = i / SOUND_RATE;
        const shape = Math.min(1, t * 60) * Math.min(1, (long - t) * 30);
        const voice =
          Math.sin(2 * Math.PI * pitch * t) + 0.7 * Math.sin(4 * Math.PI * pitch * t) + 0.5 * Math.sin(2 * Math.PI * colour * t);
        const stop = t < 0.015 ? (random.next() - 0.5) * 1.5 : 0;
        samples[start + i] = (samples[start + i] ?? 0) + loud * shape * 0.4 * (voice + stop);
      }
    }
  }
}

/** Music from the house: drum, hat and a chord in a steady beat. */
function play(samples: Float32Array, random: Chance): void {
  const seconds = samples.length / SOUND_RATE;
  const beat = 60 / random.whole(84, 140);
  const chord = [220, 277, 330].map((f) => f * (0.8 + random.next() * 0.5));
  const loud = 0.08 + random.next() * 0.12;
  let n = 0;
  for (let at = random.next() * beat; at < seconds; at += beat / 2, n++) {
    const start = Math.round(at * SOUND_RATE);
    for (let i = 0; i < SOUND_RATE * (beat / 2) && start + i < samples.length; i++) {
      const t = i / SOUND_RATE;
      const drum = n % 2 === 0 ? Math.exp(-t * 25) * Math.sin(2 * Math.PI * 70 * t) * 1.6 : 0;
      const hat = Math.exp(-t * 120) * (random.next() - 0.5) * 0.8;
      const pad = chord.reduce((sum, f) => sum + Math.sin(2 * Math.PI * f * (at + t)), 0) * 0.2;
      samples[start + i] = (samples[start + i] ?? 0) + loud * (drum + hat + pad);
    }
  }
}

function soundOfStory(clip: RangeClip, story: Story, random: Chance): Float32Array {
  const samples = new Float32Array(Math.round(story.seconds * SOUND_RATE));
  const pitch = clip.kind === 'juggling' ? 170 : 130;
  const far = 0.4 + random.next() * 0.6;
  if (!clip.empty) {
    for (const rep of story.reps) thud(samples, rep.at + 0.008, far * rep.force, random.normal(pitch, 15), random);
    // The standing foot steps too.
    for (const rep of story.reps)
      if (random.happens(0.15)) thud(samples, rep.at + (0.4 + 0.3 * random.next()) / clip.rate, far * 0.25, random.normal(90, 10), random);
    for (const drop of story.drops)
      for (const [i, at] of drop.bounces.entries())
        thud(samples, at + 0.008, far * 0.9 * 0.75 ** i, random.normal(pitch * 0.85, 12), random);
    for (const drop of story.drops)
      for (let at = (drop.bounces.at(-1) ?? drop.at) + 0.3; at < drop.back - 0.3; at += 0.32 + random.next() * 0.12)
        thud(samples, at, far * 0.25 * (0.5 + random.next()), random.normal(90, 10), random);
  }
  tones(samples, story.seconds - TAIL);
  if (clip.speech) talk(samples, random);
  if (clip.music) play(samples, random);
  let brown = 0;
  let gust = 0;
  for (let i = 0; i < samples.length; i++) {
    brown = 0.995 * brown + 0.1 * (random.next() - 0.5);
    if (i % 1600 === 0) gust = 0.9 * gust + 0.1 * Math.max(0, random.normal(0.5, 1));
    const hiss = (random.next() - 0.5) * (0.01 + 0.06 * clip.noise);
    samples[i] = Math.max(-1, Math.min(1, (samples[i] ?? 0) + hiss + brown * clip.noise * (0.3 + gust)));
  }
  return samples;
}

/** Share of a foot's swing at an instant, 0–1: out and back round each of its reps. */
function swing(story: Story, foot: number, at: number, width: number): number {
  let most = 0;
  for (const rep of story.reps) {
    if (rep.foot !== foot) continue;
    const away = Math.abs(at - rep.at);
    if (away < width) most = Math.max(most, (0.5 + 0.5 * Math.cos((Math.PI * away) / width)) * (0.8 + 0.2 * rep.force));
  }
  return most;
}

interface Scene {
  ball: [number, number];
  left: [number, number];
  right: [number, number];
  hip: [number, number];
}

/** Where ball, feet and hip are, in picture widths and heights (0–1). */
function sceneAt(clip: RangeClip, story: Story, at: number, reach: number): Scene {
  const ground = 0.82;
  const width = Math.min(0.17, 0.48 / clip.rate);
  const lost = story.drops.find((drop) => at > drop.at + 0.2 && at < drop.back);
  const next = story.reps.find((rep) => rep.at > at);
  const last = story.reps.findLast((rep) => rep.at <= at);
  const share = next && last ? (at - last.at) / (next.at - last.at) : 0;
  const bob = 0.012 * Math.sin(2 * Math.PI * clip.rate * at);
  const s = { left: swing(story, -1, at, width), right: swing(story, 1, at, width) };
  let walk = 0;
  let ball: [number, number] = [0.5, ground - 0.03];
  if (lost) {
    const gone = (at - lost.at - 0.2) / (lost.back - lost.at - 0.2);
    walk = Math.sin(Math.PI * gone) * 0.22;
    const hop = lost.bounces.reduce((most, bounce) => Math.max(most, 1 - Math.abs(at - bounce - 0.12) / 0.12), 0);
    ball = [0.5 + Math.sin(Math.PI * Math.min(1, gone * 1.3)) * 0.3, ground - 0.03 - 0.1 * hop];
  } else if (clip.kind === 'juggling' && last && next) {
    const up = 4 * share * (1 - share);
    ball = [0.5 + 0.03 * last.foot, ground - 0.14 - up * Math.min(0.35, 0.28 / clip.rate)];
  } else if (clip.kind === 'shifts' && last && next) {
    ball = [0.5 + 0.06 * (last.foot + (next.foot - last.foot) * share), ground - 0.03];
  }
  const lift = clip.kind === 'juggling' ? 0.1 : 0.08;
  const inwards = clip.kind === 'juggling' ? 0.02 : 0.06;
  return {
    ball,
    left: [0.42 + walk + inwards * s.left * reach, ground - lift * s.left * reach],
    right: [0.58 + walk - inwards * s.right * reach, ground - lift * s.right * reach],
    hip: [0.5 + walk, 0.35 + bob],
  };
}

/** Draws a soft-edged line of some thickness; everything in pixels. */
function stroke(picture: Float32Array, x0: number, y0: number, x1: number, y1: number, thick: number, light: number): void {
  const [left, right] = [Math.floor(Math.min(x0, x1) - thick - 1), Math.ceil(Math.max(x0, x1) + thick + 1)];
  const [top, bottom] = [Math.floor(Math.min(y0, y1) - thick - 1), Math.ceil(Math.max(y0, y1) + thick + 1)];
  const [dx, dy] = [x1 - x0, y1 - y0];
  const long = dx * dx + dy * dy || 1;
  for (let y = Math.max(0, top); y <= Math.min(HEIGHT - 1, bottom); y++) {
    for (let x = Math.max(0, left); x <= Math.min(WIDTH - 1, right); x++) {
      const t = Math.max(0, Math.min(1, ((x - x0) * dx + (y - y0) * dy) / long));
      const away = Math.hypot(x - x0 - t * dx, y - y0 - t * dy);
      const cover = Math.max(0, Math.min(1, thick - away + 0.5));
      const i = y * WIDTH + x;
      picture[i] = (picture[i] ?? 0) * (1 - cover) + light * cover;
    }
  }
}

function picturesOf(clip: RangeClip, story: Story, random: Chance): { luma: Float32Array[]; times: number[] } {
  const luma: Float32Array[] = [];
  const times: number[] = [];
  const reach = 0.75 + random.next() * 0.5;
  const size = 0.9 + random.next() * 0.25;
  const dark = 30 + random.next() * 60;
  const shoes = random.happens(0.5) ? 20 : 230;
  const grass = Float32Array.from({ length: WIDTH * HEIGHT }, () => random.normal(0, 6));
  let [sx, sy] = [0, 0];
  let light = 0;
  for (let n = 0; n / clip.fps < story.seconds; n++) {
    // A phone's frames do not come quite evenly.
    const at = n / clip.fps + (random.next() - 0.5) * 0.004;
    sx = 0.9 * sx + random.normal(0, 0.35) * clip.shake;
    sy = 0.9 * sy + random.normal(0, 0.25) * clip.shake;
    light = 0.8 * light + random.normal(0, 4) * clip.flicker;
    const picture = new Float32Array(WIDTH * HEIGHT);
    for (let y = 0; y < HEIGHT; y++) {
      for (let x = 0; x < WIDTH; x++) {
        const [gx, gy] = [Math.round(x + sx), Math.round(y + sy)];
        const inside = gx >= 0 && gy >= 0 && gx < WIDTH && gy < HEIGHT;
        const base = (gy > HEIGHT * 0.72 ? 120 : 170) + 12 * Math.sin((x + sx) / 5);
        picture[y * WIDTH + x] = base + (inside ? (grass[gy * WIDTH + gx] ?? 0) : 0);
      }
    }
    if (!clip.empty) {
      const { ball, left, right, hip } = sceneAt(clip, story, at, reach);
      const px = (p: [number, number]): [number, number] => [
        (0.5 + (p[0] - 0.5) * size) * WIDTH - sx,
        (0.82 + (p[1] - 0.82) * size) * HEIGHT - sy,
      ];
      const [hx, hy] = px(hip);
      for (const foot of [left, right]) {
        const [fx, fy] = px(foot);
        stroke(picture, hx, hy, fx, fy, 2.2 * size, dark);
        stroke(picture, fx - 1.5, fy, fx + 1.5, fy, 1.4 * size, shoes);
      }
      const [bx, by] = px(ball);
      stroke(picture, bx, by, bx, by, 1.7 * size, 245);
    }
    for (let i = 0; i < picture.length; i++)
      picture[i] = Math.max(0, Math.min(255, Math.round((picture[i] ?? 0) * (1 + light / 100) + random.normal(0, 1 + 5 * clip.noise))));
    luma.push(picture);
    times.push(Math.max(0, at));
  }
  return { luma, times };
}

/** The sound alone of a clip of the range, and where its work and its reps are: the same as `takeOf` has, without drawing a picture. */
export function soundOfTake(clip: RangeClip): { samples: Float32Array; rate: number; work: { from: number; to: number }; reps: number[] } {
  const random = chance(clip.seed);
  const story = tell(clip, random);
  const reps = clip.empty ? [] : story.reps.map((rep) => rep.at);
  return { samples: soundOfStory(clip, story, random), rate: SOUND_RATE, work: { from: LEAD, to: story.seconds - TAIL }, reps };
}

/** Pictures of somebody who taps at some instants and loses the ball at others, as a phone films them: for sounds that come from elsewhere. */
export function picturesFor(
  { reps, drops, perSecond }: { reps: readonly number[]; drops: LostBall[]; perSecond: number },
  seconds: number,
  seed: number,
): ClipSignals['pictures'] {
  const clip = { ...describeClip('clean', seed), rate: perSecond };
  const story: Story = { reps: reps.map((at, i) => ({ at, foot: i % 2 === 0 ? 1 : -1, force: 1 })), drops, seconds };
  return { ...picturesOf(clip, story, chance(seed)), width: WIDTH, height: HEIGHT };
}

/** Makes the sound and the pictures of a clip of the range. The same description gives the same clip for ever. */
export function takeOf(clip: RangeClip): RangeTake {
  const random = chance(clip.seed);
  const story = tell(clip, random);
  const sound = clip.sound ? { samples: soundOfStory(clip, story, random), rate: SOUND_RATE } : null;
  const pictures = { ...picturesOf(clip, story, random), width: WIDTH, height: HEIGHT };
  const work = { from: LEAD, to: story.seconds - TAIL };
  return { signals: { sound, pictures, work }, reps: clip.empty ? [] : story.reps.map((rep) => rep.at) };
}

/** Conditions under which the counter is measured, each making a described clip worse in one way. */
export const RANGE_CONDITIONS = {
  clean: {},
  noise: { noise: 1 },
  flicker: { flicker: 1 },
  shake: { shake: 1 },
  drops: { drops: 3 },
  speech: { speech: true },
  music: { music: true },
  '15 fps': { fps: 15 },
  'everything at once': { noise: 0.6, flicker: 0.6, shake: 0.6, drops: 2, speech: true },
  'no sound': { sound: false },
  'empty yard': { empty: true, music: true, noise: 0.5, flicker: 0.5 },
} as const satisfies Record<string, Partial<RangeClip>>;
export type RangeCondition = keyof typeof RANGE_CONDITIONS;

/** A described clip under a condition: kind, rate (0.5–4 a second), reps (8–90) and evenness come from the seed. */
export function describeClip(condition: RangeCondition, seed: number): RangeClip {
  const random = chance(seed * 7919 + 17 * Object.keys(RANGE_CONDITIONS).indexOf(condition));
  const rate = Math.round((0.5 + random.next() * 3.5) * 100) / 100;
  const most = Math.min(90, Math.floor(rate * 60));
  const base: RangeClip = {
    seed: random.whole(1, 2 ** 31 - 1),
    kind: random.pick(RANGE_KINDS),
    rate,
    jitter: 0.04 + random.next() * 0.1,
    reps: random.whole(8, most),
    fps: random.happens(0.5) ? 30 : 15,
    drops: 0,
    noise: 0.15,
    flicker: 0.1,
    shake: 0.05,
    speech: false,
    music: false,
    sound: true,
    empty: false,
  };
  const described = { ...base, ...RANGE_CONDITIONS[condition] };
  return described.drops > 1 ? { ...described, drops: random.whole(1, described.drops) } : described;
}
