import { capital } from '../text/capital.ts';
import { plural, t } from '../text/translate.ts';
import { sideInWords } from './cues.ts';
import type { Interval, IntervalKind } from './types.ts';

/** Stretches shorter than this are told once, at their start: a voice that speaks slowly would not be done before the next quarter. In seconds. */
export const QUARTERS_FROM = 20;

/** What is on, in one or two words. */
export const KIND_WORDS: Readonly<Record<IntervalKind, () => string>> = {
  'set-up': () => t('Set up'),
  'lead-in': () => t('Get ready'),
  work: () => t('Go'),
  switch: () => t('Switch'),
  'turn-round': () => t('Turn round'),
  rest: () => t('Rest'),
  drink: () => t('Drink'),
  score: () => t('Score'),
};

/**
 * What a screen reader says of the clock: what is on, which foot or surface, the drill, and the seconds. The words stay the same between
 * two quarters of a stretch, so that a polite region speaks four times a stretch at most.
 * @param ran seconds since the stretch began, 0 or more
 * @param drillName empty where no drill is on
 */
export function clockStatus(interval: Interval, ran: number, drillName: string): string {
  const quarter = interval.seconds / 4;
  const passed = interval.seconds >= QUARTERS_FROM ? Math.min(3, Math.floor(ran / quarter)) * quarter : 0;
  const side = sideInWords(interval);
  const seconds =
    interval.ends === 'player'
      ? passed > 0 && t('{seconds} gone', { seconds: plural(Math.round(passed), 'second') })
      : passed > 0
        ? t('{seconds} left', { seconds: plural(Math.round(interval.seconds - passed), 'second') })
        : plural(Math.round(interval.seconds), 'second');
  return [KIND_WORDS[interval.kind](), side && capital(side), drillName, seconds].filter(Boolean).join('. ');
}
