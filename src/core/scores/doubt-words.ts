import { round1 } from '../text/rounded.ts';
import type { Doubt } from './doubt.ts';
import type { Odd } from './odd.ts';

/** A doubt in words, with its figures. What is kept is the figures; the words are made when somebody reads them. */
export function doubtSentence(doubt: Doubt): string {
  // Up to 0.9.0 doubts were kept in words; a score keeps those it was looked at with.
  const { sentence } = doubt as { sentence?: string };
  if (sentence !== undefined) return sentence;
  switch (doubt.reason) {
    case 'over the ceiling':
      return `${paceWords(doubt)}; nobody's feet go above ${doubt.bound} here.`;
    case 'very fast':
      return `${paceWords(doubt)}; fast is ${doubt.bound}.`;
    case 'far from own form':
      return `${round1(doubt.number)} is much better than the usual ${round1(doubt.middle)}: a leap like this is rare.`;
    case 'record by hand':
      return `A new record (${round1(doubt.number)}, before ${round1(doubt.best)}) that did not run on the clock.`;
    case 'clip too short':
      return `The clip lasts ${round1(doubt.clipSeconds)} s, the work ${round1(doubt.seconds)} s.`;
    case 'same again':
      return `The same number, ${round1(doubt.number)}, ${doubt.times} times running.`;
    case 'recount differs':
      return `Claimed ${doubt.claimed}, the clip shows ${doubt.recounted}.`;
    case 'odd number':
      return oddSentence(doubt.odd);
    case 'mended':
      return `${doubt.first === null ? 'First said: lost count' : `First said: ${round1(doubt.first)}`}; mended to a new record, ${round1(doubt.number)} (before ${round1(doubt.best)}).`;
  }
}

/** An odd number in words, as a coach and a child read it. */
export function oddSentence({ kind, number, bound }: Odd): string {
  switch (kind) {
    case 'no whole number':
      return `${number} is no whole number.`;
    case 'no time':
      return 'A course takes longer than no time at all.';
    case 'too quick':
      return `${number} s is faster than anybody runs: this course takes ${bound} s at least.`;
    case 'over the ceiling':
      return `${number} in that time is more than ${bound} a second, which no feet can do.`;
    case 'far above the best':
      return `${round1(number)} is far from the best before, ${round1(bound ?? 0)}.`;
  }
}

const paceWords = ({ claimed, seconds, pace }: { claimed: number; seconds: number; pace: number }) =>
  `${claimed} in ${round1(seconds)} s is ${round1(pace)} a second`;
