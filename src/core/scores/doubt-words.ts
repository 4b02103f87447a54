import { round1 } from '../text/rounded.ts';
import type { Doubt } from './doubt.ts';

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
      return `${round1(doubt.number)} is ${round1(doubt.distance)} spreads better than the own middle of ${round1(doubt.middle)}; more than ${doubt.bound} is rare.`;
    case 'record by hand':
      return `A new record (${round1(doubt.number)}, before ${round1(doubt.best)}) that did not run on the clock.`;
    case 'clip too short':
      return `The clip lasts ${round1(doubt.clipSeconds)} s, the work ${round1(doubt.seconds)} s.`;
    case 'same again':
      return `The same number, ${round1(doubt.number)}, ${doubt.times} times running.`;
    case 'recount differs':
      return `Claimed ${doubt.claimed}, the clip shows ${doubt.recounted}.`;
  }
}

const paceWords = ({ claimed, seconds, pace }: { claimed: number; seconds: number; pace: number }) =>
  `${claimed} in ${round1(seconds)} s is ${round1(pace)} a second`;
