import type { Foot, TouchSurface } from '../drills/terms.ts';
import { round1 } from '../text/rounded.ts';
import type { ClockState, Stretch } from './clock.ts';
import type { Interval } from './types.ts';

/** What the clock knows of one foot's (or surface's) work in one go. */
export interface ClockedWork {
  itemId: string;
  round: number;
  foot: Foot;
  surface: TouchSurface | null;
  /** Seconds that the work really ran, to a tenth, without pauses. */
  seconds: number;
  /** True when the whole work ran on our clock. */
  clocked: boolean;
  /** Epoch milliseconds at which the work began. */
  startedAt: number;
}

/** The stretches of work of a go's last attempt, in the order they were done. */
export function workStretches(sheet: readonly Interval[], state: ClockState, itemId: string, round: number): Stretch[] {
  const mine = (index: number) => sheet[index]?.itemId === itemId && sheet[index]?.round === round;
  const restart = state.stretches.findLastIndex((s) => s.ended === 'again' && mine(s.index));
  return state.stretches.slice(restart + 1).filter((s) => mine(s.index) && sheet[s.index]?.kind === 'work');
}

/**
 * The work of one go as it really was, by foot and surface, in the order it was done; only the last attempt counts after "again".
 * Work is `clocked` when each of its stretches ran to its end: to the second for timed work, to the player's "done" otherwise.
 */
export function workOfGo(sheet: readonly Interval[], state: ClockState, itemId: string, round: number): ClockedWork[] {
  const mine = (index: number) => sheet[index]?.itemId === itemId && sheet[index]?.round === round;
  const parts = new Map<string, ClockedWork & { stretches: number }>();
  for (const stretch of workStretches(sheet, state, itemId, round)) {
    const interval = sheet[stretch.index];
    if (!interval) continue;
    const key = `${interval.foot}|${interval.surface}`;
    const part = parts.get(key) ?? {
      itemId,
      round,
      foot: interval.foot,
      surface: interval.surface,
      seconds: 0,
      clocked: true,
      startedAt: stretch.startedAt,
      stretches: 0,
    };
    part.seconds += stretch.ranMs / 1000;
    part.clocked &&= stretch.ended === 'clock' || stretch.ended === 'player';
    part.stretches++;
    parts.set(key, part);
  }
  const planned = (key: string) => sheet.filter((i, n) => mine(n) && i.kind === 'work' && `${i.foot}|${i.surface}` === key).length;
  return [...parts].map(([key, { stretches, ...part }]) => ({
    ...part,
    seconds: Math.round(part.seconds * 10) / 10,
    clocked: part.clocked && stretches === planned(key),
  }));
}

/** Share of a session's work from which it counts as done. */
export const DONE_SHARE = 0.5;

/**
 * Share of the planned work seconds that ran, from 0 to 1; 0 for a sheet without work. Own-paced work counts whole once done.
 * @param leftOut items that cannot be done at this home, and have nothing in their place: nobody is asked for them
 */
export function shareOfWork(sheet: readonly Interval[], state: ClockState, leftOut: ReadonlySet<string> = new Set()): number {
  const isAsked = (i: Interval | undefined): i is Interval => i?.kind === 'work' && !(i.itemId !== null && leftOut.has(i.itemId));
  const planned = sheet.reduce((sum, i) => sum + (isAsked(i) ? i.seconds : 0), 0);
  if (planned === 0) return 0;
  const best = new Map<number, number>();
  for (const stretch of state.stretches) {
    const interval = sheet[stretch.index];
    if (!isAsked(interval)) continue;
    const seconds = stretch.ended === 'player' ? interval.seconds : Math.min(stretch.ranMs / 1000, interval.seconds);
    best.set(stretch.index, Math.max(best.get(stretch.index) ?? 0, seconds));
  }
  return [...best.values()].reduce((sum, seconds) => sum + seconds, 0) / planned;
}

/** What a run log proves of one go: the seconds of its work, and whether all of it ran on our clock. */
export interface ProvenWork {
  itemId: string;
  round: number;
  /** A foot's work; null for the work of all feet and surfaces together. */
  foot: Foot | null;
  seconds: number;
  clocked: boolean;
}

/** What a run log proves of every go that it knows: for each foot, and for all of the go's work together. */
export function provenWork(sheet: readonly Interval[], state: ClockState): ProvenWork[] {
  const goes = new Map(
    sheet.flatMap((one) =>
      one.kind === 'work' && one.itemId !== null ? [[`${one.itemId}|${one.round}`, { itemId: one.itemId, round: one.round }]] : [],
    ),
  );
  return [...goes.values()].flatMap(({ itemId, round }) => {
    const work = workOfGo(sheet, state, itemId, round);
    const sumOf = (list: readonly ClockedWork[], foot: Foot | null): ProvenWork[] =>
      list.length === 0
        ? []
        : [
            {
              itemId,
              round,
              foot,
              seconds: round1(list.reduce((sum, one) => sum + one.seconds, 0)),
              clocked: list.every((one) => one.clocked),
            },
          ];
    const feet = [...new Set(work.map((one) => one.foot))];
    return [
      ...feet.flatMap((foot) =>
        sumOf(
          work.filter((one) => one.foot === foot),
          foot,
        ),
      ),
      ...sumOf(work, null),
    ];
  });
}
