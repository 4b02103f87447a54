import type { ClockState } from './clock.ts';
import { type Announced, type Cue, cuesOf } from './cues.ts';
import type { Interval } from './types.ts';

/** A cue at its moment. `at` is on the clock of the run log, in epoch ms. */
export type LaidCue = Cue & { id: string; at: number };

/** How far ahead cues are laid down, in ms: a page that the system holds back meanwhile is still heard on time. */
const AHEAD_MS = 180_000;

/**
 * The cues from where the clock stands up to the next wait for the player, at their exact moments. Nothing while it does not run.
 * A cue keeps its id and its moment from one call to the next unless a pause, a skip or an "again" came between.
 * @param lateMs cues that should have sounded longer ago than this are left out
 */
export function laidCues(
  sheet: readonly Interval[],
  state: ClockState,
  about: (interval: Interval) => Announced,
  lateMs: number,
): LaidCue[] {
  if (state.phase !== 'running') return [];
  const laid: LaidCue[] = [];
  let startsAt = state.at - state.ranMs;
  for (let index = state.index; index < sheet.length; index++) {
    const interval = sheet[index];
    if (!interval || startsAt > state.at + AHEAD_MS) break;
    const attempt = state.stretches.filter((stretch) => stretch.index === index).length;
    for (const cue of cuesOf(sheet, index, about)) {
      const at = startsAt + cue.atMs;
      if (at >= state.at - lateMs) laid.push({ ...cue, at, id: `${index}|${attempt}|${cue.atMs}|${'tone' in cue ? cue.tone : cue.say}` });
    }
    if (interval.ends !== 'clock') break;
    startsAt += interval.seconds * 1000;
  }
  return laid;
}

/** A cue as it was laid down: with its moment on the sound card's clock in seconds, null for what is spoken by the page itself. */
export interface Down {
  id: string;
  at: number;
  audioAt: number | null;
}

/** A laid tone is moved when the two clocks have drifted apart by more than this. */
const MOVE_SECONDS = 0.002;
/** Too near to be moved any more, in ms. */
const NEAR_MS = 50;
/** What began this long ago has ended, in ms. */
const ENDED_MS = 2000;

/** A cue is in the air from a little before its moment until this long after it, in ms: the longest run of notes, and its echo. */
const IN_THE_AIR_MS = { before: 100, after: 1500 };

/** Whether one of the cues that are down is being heard: whoever listens for a knock must not take our own notes for one. */
export const inTheAir = (down: readonly Down[], now: number): boolean =>
  down.some((one) => now >= one.at - IN_THE_AIR_MS.before && now <= one.at + IN_THE_AIR_MS.after);

/**
 * What to do so that exactly the wanted cues are laid down: which of those down are taken back before they sound,
 * which stay, and which are put. A cue that the two clocks' drift has made wrong is taken back and put anew.
 * What has begun to sound sounds to its end, unless nothing is wanted any more (a pause).
 * @param audioAt the sound card's time of a moment of the log; null while there is no sound card
 * @param now on the log's clock
 */
export function relay<T extends Down>(
  down: readonly T[],
  wanted: readonly LaidCue[],
  audioAt: (at: number) => number | null,
  now: number,
): { taken: T[]; stays: T[]; put: LaidCue[] } {
  const byId = new Map(wanted.map((cue) => [cue.id, cue]));
  const taken: T[] = [];
  const stays: T[] = [];
  for (const one of down) {
    const want = byId.get(one.id);
    const begun = one.at <= now;
    if (begun && wanted.length > 0) {
      if (one.at > now - ENDED_MS) stays.push(one);
      continue;
    }
    const same = want !== undefined && Math.abs(want.at - one.at) < 1;
    const should = same && one.audioAt !== null ? audioAt(want.at) : one.audioAt;
    const drifted = one.audioAt !== null && should !== null && Math.abs(one.audioAt - should) > MOVE_SECONDS && one.at > now + NEAR_MS;
    if (same && !drifted) stays.push(one);
    else taken.push(one);
  }
  const there = new Set(stays.map((one) => one.id));
  return { taken, stays, put: wanted.filter((cue) => !there.has(cue.id)) };
}
