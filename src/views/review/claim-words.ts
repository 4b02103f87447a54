import { number } from '../../client/words.ts';
import type { ReviewItem } from '../../contract/review.ts';
import { resultUnit } from '../../core/drills/terms.ts';
import { plural, t } from '../../core/text/translate.ts';

/** What was claimed, in words. */
export function claimWords(item: ReviewItem): string {
  if (item.value === null) return t('lost count');
  if (item.measure === 'fixed reps') return t('{value} reps in {seconds} s', { value: number(item.value), seconds: number(item.seconds) });
  if (item.measure === 'sets') return `${plural(item.value, 'set')}, ${plural(item.faults, 'fault')}`;
  return `${number(item.value)} ${resultUnit(item.measure)}`;
}

export const isWaiting = (item: ReviewItem): boolean => item.standing === 'clear' || item.standing === 'waiting for the coach';
