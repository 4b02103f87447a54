import type { Drill } from '../drills/schema.ts';
import type { Family } from '../drills/terms.ts';
import { t } from '../text/translate.ts';
import { spokenSeconds } from './spoken.ts';

/** Two cues are this many seconds apart at least: feet first, ears second. */
export const BETWEEN_CALLS = 15;
/** Nothing is called in the first and in the last seconds of the work. */
const FIRST_SECONDS = 3;
export const LAST_SECONDS = 5;
/** Before and after the word of half-time, in seconds. */
const ROUND_HALF_TIME = 1;
/** Work this long has a half-time. */
export const HALF_TIME_FROM = 20;
/** Work this long hears of its last ten seconds. */
const LAST_TEN_FROM = 40;
const HEAD_UP = /head up|look up|eyes up/i;
/** Families in which the eyes may leave the ball once the feet are steady. */
const EYES_FREE: readonly Family[] = ['ball mastery', 'dribbling', 'turns and moves'];

/** A phrase called out `at` seconds after the work began. */
export interface Call {
  at: number;
  words: string;
}

export const halfTimeWords = (seconds: number): string => t('half-time, {seconds} seconds left', { seconds: Math.round(seconds / 2) });

/** The cues that are called for a drill, the most important first; “head up” last, where the eyes may leave the ball. */
export function cuesToCall({ cues, family }: Pick<Drill, 'cues' | 'family'>): string[] {
  const add = EYES_FREE.includes(family) && !cues.some((cue) => HEAD_UP.test(cue));
  return add ? [...cues, 'head up'] : [...cues];
}

/**
 * What a coach calls during a stretch of work that the clock ends: half-time with the seconds left, the drill's cues one by one (what the
 * feet do first, “head up” once they are steady), “last ten” in long work. Every phrase is over before the next begins, before the last
 * five seconds, and no two cues begin within 15 s.
 * @param seconds of the work
 * @param cues of the drill, the most important first
 */
export function callsDuring(seconds: number, cues: readonly string[]): Call[] {
  const fixed: Call[] = [];
  if (seconds >= HALF_TIME_FROM) fixed.push({ at: seconds / 2, words: halfTimeWords(seconds) });
  if (seconds >= LAST_TEN_FROM) fixed.push({ at: seconds - 10, words: t('last ten') });
  const queue = [...cues.filter((cue) => !HEAD_UP.test(cue)), ...cues.filter((cue) => HEAD_UP.test(cue))];
  const calls: Call[] = [];
  const endOf = (call: Call) => call.at + spokenSeconds(call.words);
  const isFree = (call: Call) =>
    endOf(call) <= seconds - LAST_SECONDS &&
    fixed.every((one) => endOf(call) + ROUND_HALF_TIME <= one.at || call.at >= endOf(one) + ROUND_HALF_TIME);
  for (let at = FIRST_SECONDS; at < seconds && queue.length > 0; at++) {
    const before = calls.at(-1);
    const call = { at, words: queue[0] ?? '' };
    if ((before && at - before.at < BETWEEN_CALLS) || !isFree(call)) continue;
    // Eyes go up once the feet are steady: not in the first half.
    if (HEAD_UP.test(call.words) && at < seconds / 2) continue;
    calls.push(call);
    queue.shift();
  }
  return [...fixed, ...calls].sort((a, b) => a.at - b.at);
}
