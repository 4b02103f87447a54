import type { ClockState } from './clock.ts';
import type { Interval } from './types.ts';

/** Seconds filmed before the work begins and after it ends. */
export const FILM_MARGIN_SECONDS = 2;

/** What one clip shows: one foot's work in one go, from its first stretch to its last. */
export interface FilmWindow {
  itemId: string;
  round: number;
  foot: Interval['foot'];
  /** Indexes of the first and last interval of the work; turn-rounds of a course lie between. */
  first: number;
  last: number;
}

/** Work that is filmed, in order. Surfaces change too often for one clip and are left out, as is work that gives no score. */
export function filmWindows(sheet: readonly Interval[]): FilmWindow[] {
  const scored = new Set(sheet.filter((one) => one.kind === 'score').map((one) => `${one.itemId}|${one.round}`));
  const windows: FilmWindow[] = [];
  sheet.forEach((interval, index) => {
    const { itemId, round, foot } = interval;
    if (interval.kind !== 'work' || interval.surface || !itemId || !scored.has(`${itemId}|${round}`)) return;
    const open = windows.at(-1);
    if (open && open.itemId === itemId && open.round === round && open.foot === foot) open.last = index;
    else windows.push({ itemId, round, foot, first: index, last: index });
  });
  return windows;
}

/**
 * The windows that are filmed where the clock stands: the work, two seconds before it and two seconds after it.
 * Two may be on at once, when a switch between the feet is shorter than both margins.
 */
export function filmedNow(sheet: readonly Interval[], windows: readonly FilmWindow[], state: ClockState): FilmWindow[] {
  if (state.phase !== 'running' && state.phase !== 'paused') return [];
  const margin = FILM_MARGIN_SECONDS * 1000;
  return windows.filter(({ first, last }) => {
    if (state.index >= first && state.index <= last) return true;
    const here = sheet[state.index];
    if (state.index === first - 1 && here?.ends === 'clock')
      return here.seconds * 1000 - state.ranMs <= margin && state.phase !== 'stopped';
    if (state.index <= last) return false;
    const end = state.stretches.findLast((stretch) => stretch.index === last);
    return end !== undefined && (end.ended === 'clock' || end.ended === 'player') && state.at - end.endedAt < margin;
  });
}
