import { round1 } from '../text/rounded.ts';
import { t } from '../text/translate.ts';
import type { Doubt } from './doubt.ts';
import type { Odd } from './odd.ts';

/** A doubt in words, with its figures. What is kept is the figures; the words are made when somebody reads them. */
export function doubtSentence(doubt: Doubt): string {
  // Up to 0.9.0 doubts were kept in words; a score keeps those it was looked at with.
  const { sentence } = doubt as { sentence?: string };
  if (sentence !== undefined) return sentence;
  switch (doubt.reason) {
    case 'over the ceiling':
      return t('{paceWords}; nobody’s feet go above {bound} here.', { paceWords: paceWords(doubt), bound: doubt.bound });
    case 'very fast':
      return t('{paceWords}; fast is {bound}.', { paceWords: paceWords(doubt), bound: doubt.bound });
    case 'far from own form':
      return t('{number} is much better than the usual {middle}: a leap like this is rare.', {
        number: round1(doubt.number),
        middle: round1(doubt.middle),
      });
    case 'record by hand':
      return t('A new record ({number}, before {best}) that did not run on the clock.', {
        number: round1(doubt.number),
        best: round1(doubt.best),
      });
    case 'clip too short':
      return t('The clip lasts {clipSeconds} s, the work {seconds} s.', {
        clipSeconds: round1(doubt.clipSeconds),
        seconds: round1(doubt.seconds),
      });
    case 'same again':
      return t('The same number, {number}, {times} times running.', { number: round1(doubt.number), times: doubt.times });
    case 'recount differs':
      return t('Claimed {claimed}, the clip shows {recounted}.', { claimed: doubt.claimed, recounted: doubt.recounted });
    case 'odd number':
      return oddSentence(doubt.odd);
    case 'mended':
      return t('{first}; mended to a new record, {number} (before {best}).', {
        first: doubt.first === null ? t('First said: lost count') : t('First said: {first}', { first: round1(doubt.first) }),
        number: round1(doubt.number),
        best: round1(doubt.best),
      });
  }
}

/** An odd number in words, as a coach and a child read it. */
export function oddSentence({ kind, number, bound }: Odd): string {
  switch (kind) {
    case 'no whole number':
      return t('{number} is no whole number.', { number });
    case 'no time':
      return t('A course takes longer than no time at all.');
    case 'too quick':
      return t('{number} s is faster than anybody runs: this course takes {bound} s at least.', { number, bound });
    case 'over the ceiling':
      return t('{number} in that time is more than {bound} a second, which no feet can do.', { number, bound });
    case 'far above the best':
      return t('{number} is far from the best before, {bound}.', { number: round1(number), bound: round1(bound ?? 0) });
  }
}

const paceWords = ({ claimed, seconds, pace }: { claimed: number; seconds: number; pace: number }) =>
  t('{claimed} in {seconds} s is {pace} a second', { claimed, seconds: round1(seconds), pace: round1(pace) });
