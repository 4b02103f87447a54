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
