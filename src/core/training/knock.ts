/**
 * Hears "ready" in a clap or in knocks: sounds that jump up within a frame or two and are gone again at once. Voices, music and wind swell
 * or stay, and are not taken for one; a ball that bounces, steps and thuds are dull, where a clap is sharp. Works on the level and the
 * middle frequency of short frames alone; no sound is kept.
 */

/** One frame of sound. */
export interface HeardFrame {
  /** dB full scale. */
  level: number;
  /** Middle frequency, Hz. */
  pitch: number;
}

/** A sound that was sharp in time. */
interface Stroke {
  at: number;
  peak: number;
  sharp: boolean;
  /** Came and went at once, as a knock does and a syllable does not. */
  quick: boolean;
}

export interface KnockEar {
  /** The level the room has when nothing happens, in dB full scale. */
  floor: number;
  /** The jump that is being watched; null when none is. */
  jump: { peak: number; pitch: number; at: number; loudestAt: number } | null;
  last: number;
  /** Nothing is taken for a knock before this time (ms). */
  deafUntil: number;
  /** The strokes of the last seconds, oldest first. */
  strokes: readonly Stroke[];
  /** A clap that waits for quiet after it; null when none does. */
  waits: Stroke | null;
  /** The levels of the last moments, oldest first. */
  lately: readonly { at: number; level: number }[];
}

export const QUIET_EAR: KnockEar = { floor: -60, jump: null, last: -60, deafUntil: 0, strokes: [], waits: null, lately: [] };

/** A stroke stands this much above the room, in dB. */
const RISE_DB = 18;
/** Softer than this is never one. */
const LEAST_DB = -38;
/** It must have fallen by this much … */
const FALL_DB = 12;
/** … within this time, else it was none. */
const FALL_MS = 140;
/** A stroke and its echo are one. */
const ECHO_MS = 110;
/** After "ready" nothing is heard for so long. */
const DEAF_MS = 800;

/** Middle frequencies of a clap, in Hz: what is duller is a ball, a step or a knock; what is sharper is a hiss. */
const CLAP_FROM = 1500;
const CLAP_TO = 5500;
/** A clap is at its loudest within the first time, and has fallen within the second (ms); a hiss of speech takes longer. */
const CLAP_RISE_MS = 24;
const CLAP_FALL_MS = 48;
/** Around a clap it is quiet: for so long before and after it (ms) nothing comes within so much (dB) of its peak, but its own end. */
const ALONE_MS = 330;
const ALONE_DB = 9;
const OWN_END_MS = 70;
/** Between two claps so much of the time may be loud. */
const VOICED = 0.3;
/** A yard is loud when its floor is above this, in dB, … */
const LOUD_DB = -42;
/** … or when so many strokes fell in so many ms before: somebody plays. */
const LOUD_STROKES = 2;
const LOUD_MS = 3500;
/** Two claps, or the knocks of a row, lie so far apart (ms), and are so alike (dB, share of the gap). */
const GAP_LEAST = 140;
const GAP_MOST = 650;
const KNOCK_GAP_MOST = 420;
const ALIKE_DB = 6;
const ALIKE_GAP = 0.3;
const KNOCKS = 3;
/** Knocks are louder than the softest claps, in dB: steps are not. */
const KNOCK_DB = -32;
const KNOCK_FALL_MS = 80;
/** A row of knocks has ended when nothing follows for this long. */
const ROW_ENDS_MS = 900;
const LATELY_MS = ROW_ENDS_MS + 2 * KNOCK_GAP_MOST + FALL_MS;

/** Level of a frame of samples (−1 … 1) in dB full scale, −100 for silence. Source: 20·log10 of the root mean square. */
export function levelOf(samples: ArrayLike<number>): number {
  let sum = 0;
  for (let i = 0; i < samples.length; i++) sum += (samples[i] ?? 0) ** 2;
  const rms = samples.length === 0 ? 0 : Math.sqrt(sum / samples.length);
  return rms > 1e-5 ? 20 * Math.log10(rms) : -100;
}

/**
 * Middle frequency of a frame in Hz: the root of the second spectral moment, from the energy of the first difference beside that of the
 * samples (for a sine it is its frequency). 0 for silence.
 * @param rate samples a second
 */
export function pitchOf(samples: ArrayLike<number>, rate: number): number {
  let sum = 0;
  let steps = 0;
  for (let i = 1; i < samples.length; i++) {
    sum += (samples[i] ?? 0) ** 2;
    steps += ((samples[i] ?? 0) - (samples[i - 1] ?? 0)) ** 2;
  }
  return sum > 0 ? (rate / Math.PI) * Math.asin(Math.min(1, Math.sqrt(steps / sum) / 2)) : 0;
}

/** Whether a yard is so loud that one clap alone says nothing: two are asked for. */
export const isLoud = ({ floor, strokes }: Pick<KnockEar, 'floor' | 'strokes'>, at: number): boolean =>
  floor > LOUD_DB || strokes.filter((one) => at - one.at < LOUD_MS && at - one.at > GAP_MOST).length >= LOUD_STROKES;

const follows = (before: Stroke | undefined, stroke: Stroke, most = GAP_MOST): boolean =>
  before !== undefined &&
  before.sharp === stroke.sharp &&
  stroke.at - before.at >= GAP_LEAST &&
  stroke.at - before.at <= most &&
  Math.abs(stroke.peak - before.peak) <= ALIKE_DB;

/** Whether most of the time between two claps is quiet beside them: a voice is not. */
function quietBetween(lately: KnockEar['lately'], from: Stroke, to: Stroke): boolean {
  const between = lately.filter((one) => one.at > from.at + OWN_END_MS && one.at < to.at);
  const loud = between.filter((one) => one.level > Math.min(from.peak, to.peak) - ALONE_DB);
  return loud.length <= VOICED * between.length;
}

/** What a clap that has just been heard says: two alike are an answer; one alone may be, where it is quiet. */
function clapsHeard(ear: KnockEar, stroke: Stroke, earlier: readonly Stroke[]): 'two' | 'one' | null {
  if (!stroke.sharp) return null;
  const before = earlier.findLast((one) => one.sharp);
  if (before && follows(before, stroke) && quietBetween(ear.lately, before, stroke)) return 'two';
  const last = earlier.at(-1);
  return !isLoud(ear, stroke.at) && (last === undefined || stroke.at - last.at > GAP_MOST) ? 'one' : null;
}

/** Three knocks in one measure, and nothing after them: a ball that bounces goes on, and comes faster and softer. */
function knocks({ strokes, floor, lately }: KnockEar, at: number): boolean {
  const row = strokes.slice(-KNOCKS);
  const [first, second, third] = row;
  if (
    !first ||
    !second ||
    !third ||
    row.some((one) => one.sharp || !one.quick || one.peak < KNOCK_DB || one.peak < floor + RISE_DB) ||
    at - third.at < ROW_ENDS_MS
  )
    return false;
  if (!follows(first, second, KNOCK_GAP_MOST) || !follows(second, third, KNOCK_GAP_MOST)) return false;
  if (!quietBetween(lately, first, second) || !quietBetween(lately, second, third)) return false;
  const before = strokes.at(-KNOCKS - 1);
  const [one, other] = [second.at - first.at, third.at - second.at];
  return (before === undefined || first.at - before.at > ROW_ENDS_MS) && Math.abs(one - other) <= ALIKE_GAP * Math.max(one, other);
}

/**
 * One frame heard.
 * @param frame of 5–12 ms
 * @param at time of the frame in ms, rising
 * @returns the ear after it, and whether a clap or knocks have just been recognized
 */
export function hear(ear: KnockEar, { level, pitch }: HeardFrame, at: number): { ear: KnockEar; knocked: boolean } {
  // The floor follows down at once and up slowly, so that a knock does not lift it.
  const floor = level < ear.floor ? ear.floor * 0.7 + level * 0.3 : ear.floor + Math.min(0.15, level - ear.floor);
  const lately = [...ear.lately.filter((one) => at - one.at <= LATELY_MS), { at, level }];
  const next: KnockEar = { ...ear, floor, last: level, lately };
  const ready = (): { ear: KnockEar; knocked: boolean } => ({
    ear: { ...next, jump: null, waits: null, strokes: [], deafUntil: at + DEAF_MS },
    knocked: true,
  });
  const { waits } = ear;
  if (waits && at > waits.at + OWN_END_MS && level > waits.peak - ALONE_DB) next.waits = null;
  if (next.waits && at - next.waits.at >= ALONE_MS) return ready();
  if (ear.jump) {
    // What a sound is made of is heard where it is loudest.
    const jump = level > ear.jump.peak ? { ...ear.jump, peak: level, pitch, loudestAt: at } : ear.jump;
    if (level <= jump.peak - FALL_DB) {
      const rose = jump.loudestAt - jump.at;
      const fell = at - jump.loudestAt;
      const sharp = jump.pitch >= CLAP_FROM && jump.pitch <= CLAP_TO && rose <= CLAP_RISE_MS && fell <= CLAP_FALL_MS;
      const stroke: Stroke = { at: jump.at, peak: jump.peak, sharp, quick: rose <= CLAP_RISE_MS && fell <= KNOCK_FALL_MS };
      const kept = ear.strokes.filter((one) => at - one.at < 2 * LOUD_MS);
      const last = kept.at(-1);
      const isEcho = last !== undefined && last.sharp === sharp && stroke.at - last.at < ECHO_MS;
      const heard = { ...next, jump: null, strokes: isEcho ? kept : [...kept, stroke] };
      if (isEcho) return { ear: heard, knocked: false };
      const claps = clapsHeard(next, stroke, kept);
      if (claps === 'two') return ready();
      const wasQuiet = ear.lately.every((one) => one.at >= jump.at || jump.at - one.at > ALONE_MS || one.level <= jump.peak - ALONE_DB);
      // One alone waits for the quiet after it.
      return { ear: { ...heard, waits: claps === 'one' && wasQuiet ? stroke : null }, knocked: false };
    }
    if (at - jump.at <= FALL_MS) return { ear: { ...next, jump }, knocked: false };
    // What stayed loud is the room now, until it is quiet again.
    return { ear: { ...next, jump: null, waits: null, floor: Math.max(floor, level - 6) }, knocked: false };
  }
  if (at >= ear.deafUntil && knocks(ear, at)) return ready();
  const rises = level > ear.floor + RISE_DB && level > LEAST_DB && level - ear.last > RISE_DB * 0.6;
  return { ear: { ...next, jump: rises && at >= ear.deafUntil ? { peak: level, pitch, at, loudestAt: at } : null }, knocked: false };
}
