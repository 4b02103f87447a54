import { median } from 'simple-statistics';
import type { DoubtResult } from './doubt.ts';

/** What a waiting score asks of a coach. */
export const REVIEW_KINDS = ['doubt with clip', 'doubt', 'clip', 'clear'] as const;
export type ReviewKind = (typeof REVIEW_KINDS)[number];

/** Seconds by kind. */
export type Habits = Record<ReviewKind, number>;

/** Seconds that one waiting score usually takes a coach: a doubt with a clip is recounted, a clear one is a glance. */
export const USUAL_HABITS: Habits = { 'doubt with clip': 45, doubt: 20, clip: 25, clear: 3 };

/** How many decisions the usual figure weighs. */
const USUAL_WEIGHT = 5;
/** The newest decisions of a kind that are looked at. */
const NEWEST = 40;
/** Longer than this on one score is a cup of tea. */
export const LONGEST_LOOK = 300;

export function reviewKind(result: DoubtResult, hasClip: boolean): ReviewKind {
  if (result === 'clear') return hasClip ? 'clip' : 'clear';
  return hasClip ? 'doubt with clip' : 'doubt';
}

/**
 * Seconds a kind that one coach takes, learned from the own decisions: (n · median + 5 · usual) / (n + 5) over the newest 40 of a kind,
 * each held to five minutes. Without any it is the usual figure.
 * @param taken newest first
 */
export function habitsOf(taken: readonly { kind: ReviewKind; seconds: number }[]): Habits {
  const of = (kind: ReviewKind): number => {
    const mine = taken.filter((one) => one.kind === kind).slice(0, NEWEST);
    if (mine.length === 0) return USUAL_HABITS[kind];
    const middle = median(mine.map((one) => Math.min(one.seconds, LONGEST_LOOK)));
    return (mine.length * middle + USUAL_WEIGHT * USUAL_HABITS[kind]) / (mine.length + USUAL_WEIGHT);
  };
  return { 'doubt with clip': of('doubt with clip'), doubt: of('doubt'), clip: of('clip'), clear: of('clear') };
}

/** Whole minutes that a queue will take, at least 1 when anything waits. */
export function reviewMinutes(waiting: readonly { result: DoubtResult; hasClip: boolean }[], habits: Habits = USUAL_HABITS): number {
  return Math.ceil(waiting.reduce((sum, one) => sum + habits[reviewKind(one.result, one.hasClip)], 0) / 60);
}

/** Cues in the order in which a coach will want them: the most used first, of equals as they were given. */
export function orderCues(cues: readonly string[], used: ReadonlyMap<string, number>): string[] {
  return [...new Set(cues)].sort((a, b) => (used.get(b) ?? 0) - (used.get(a) ?? 0));
}
