import { BETTER, type Foot } from '../../core/drills/index.ts';
import { type Better, beats, recordOf } from '../../core/progress/index.ts';
import type { Figure } from './figures.ts';

export type Counted = Figure & { result: number };

/** A record key without its foot: what left and right of one drill at one dose have in common. */
export const keyOfBoth = (recordKey: string): string => recordKey.slice(0, recordKey.lastIndexOf(' | '));

export const isCounted = (figure: Figure): figure is Counted => figure.result !== null;

/** The best of some counted results as a band takes them; NaN for none. */
export const bestForBand = (list: readonly Pick<Counted, 'banded' | 'result' | 'doneAt'>[], better: Better): number =>
  recordOf(
    list.map(({ banded, result, doneAt }) => ({ result: banded ?? result, doneAt })),
    better,
  )?.result ?? Number.NaN;

/** Measures whose value is a number of reps that a foot did. */
export const REP_MEASURES = ['count in time', 'hits in time', 'fixed reps', 'unbroken run'];

/** The reps of a figure and the foot that did them; nothing for other measures. */
export const repsOf = (one: Figure): { foot: Foot; reps: number }[] =>
  one.counts !== null && REP_MEASURES.includes(one.measure) ? [{ foot: one.foot, reps: one.counts }] : [];

/** Whether a result was a record when it was done; the first under its key is none. */
export const isRecord = (one: Figure): one is Counted & { bestBefore: number } =>
  one.result !== null && one.bestBefore !== null && one.measure !== 'time on' && beats(one.result, one.bestBefore, BETTER[one.measure]);
