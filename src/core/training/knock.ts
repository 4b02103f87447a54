/**
 * Hears "ready" in a sharp clap or a knock on the wall: a sound that jumps up within a frame or two and is gone again at once.
 * Voices, music and wind swell or stay, and are not taken for one. Works on levels alone; no sound is kept.
 */

export interface KnockEar {
  /** The level the room has when nothing happens, in dB full scale. */
  floor: number;
  /** Level and time of the jump that is being watched; null when none is. */
  jump: { peak: number; at: number } | null;
  last: number;
  /** Nothing is taken for a knock before this time (ms). */
  deafUntil: number;
}

export const QUIET_EAR: KnockEar = { floor: -60, jump: null, last: -60, deafUntil: 0 };

/** A knock stands this much above the room, in dB. */
const RISE_DB = 18;
/** Softer than this is never a knock. */
const LEAST_DB = -38;
/** It must have fallen by this much … */
const FALL_DB = 12;
/** … within this time, else it was no knock. */
const FALL_MS = 140;
/** One clap and its echo are one. */
const DEAF_MS = 500;

/** Level of a frame of samples (−1 … 1) in dB full scale, −100 for silence. Source: 20·log10 of the root mean square. */
export function levelOf(samples: ArrayLike<number>): number {
  let sum = 0;
  for (let i = 0; i < samples.length; i++) sum += (samples[i] ?? 0) ** 2;
  const rms = samples.length === 0 ? 0 : Math.sqrt(sum / samples.length);
  return rms > 1e-5 ? 20 * Math.log10(rms) : -100;
}

/**
 * One frame heard.
 * @param level of the frame in dB full scale; frames of 5–12 ms are meant
 * @param at time of the frame in ms, rising
 * @returns the ear after it, and whether a knock has just been recognized
 */
export function hear(ear: KnockEar, level: number, at: number): { ear: KnockEar; knocked: boolean } {
  // The floor follows down at once and up slowly, so that a knock does not lift it.
  const floor = level < ear.floor ? ear.floor * 0.7 + level * 0.3 : ear.floor + Math.min(0.15, level - ear.floor);
  if (ear.jump) {
    const peak = Math.max(ear.jump.peak, level);
    if (level <= peak - FALL_DB) return { ear: { floor, jump: null, last: level, deafUntil: at + DEAF_MS }, knocked: true };
    const jump = at - ear.jump.at > FALL_MS ? null : { peak, at: ear.jump.at };
    // What stayed loud is the room now, until it is quiet again.
    return { ear: { floor: jump ? floor : Math.max(floor, level - 6), jump, last: level, deafUntil: ear.deafUntil }, knocked: false };
  }
  const rises = level > ear.floor + RISE_DB && level > LEAST_DB && level - ear.last > RISE_DB * 0.6;
  const jump = rises && at >= ear.deafUntil ? { peak: level, at } : null;
  return { ear: { floor, jump, last: level, deafUntil: ear.deafUntil }, knocked: false };
}
