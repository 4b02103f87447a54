import { plural, t } from '../text/translate.ts';

/** What keeps a streak, as facts: kept with it, and put into words when somebody reads it. */
export interface Asks {
  kind:
    | 'break'
    | 'week done'
    | 'nothing this week'
    | 'sessions'
    | 'days'
    | 'too few days'
    | 'today done'
    | 'week over'
    | 'nothing today'
    | 'grows'
    | 'today'
    | 'day one';
  /** Sessions, days or free days; of a day one the best so far. */
  n: number;
  unit: 'day' | 'week';
}

/** So many of what a streak counts: “3 days”, “1 week”. */
export const unitsInWords = (n: number, unit: 'day' | 'week'): string => (unit === 'week' ? plural(n, 'week') : plural(n, 'day'));

/** The same where a day of training is meant: “3 training days”, “1 week”. */
export const trainedInWords = (n: number, unit: 'day' | 'week'): string =>
  unit === 'week' ? plural(n, 'week') : plural(n, 'training day');

/** What keeps a streak, in words for a child. */
export function asksInWords({ kind, n, unit }: Asks): string {
  switch (kind) {
    case 'break':
      return t('A break: nothing is needed, nothing is lost.');
    case 'week done':
      return t('This week is done. Anything more is extra.');
    case 'nothing this week':
      return t('Nothing is asked for this week.');
    case 'sessions':
      return t('{sessions} more until Sunday keeps it.', { sessions: plural(n, 'session') });
    case 'days':
      return t('{days} more until Sunday keeps it.', { days: plural(n, 'day') });
    case 'too few days':
      return t('Too few days are left to keep it this week. Monday is a new start.');
    case 'today done':
      return t('Today is done. See you at the next one.');
    case 'week over':
      return t('All of this week is done. The rest of it is yours.');
    case 'nothing today':
      return t('Nothing is asked for today.');
    case 'grows':
      return t('A go today keeps it growing; {freeDays} left this week.', { freeDays: plural(n, 'free day') });
    case 'today':
      return t('One go today keeps it.');
    case 'day one':
      if (n === 0) return t('Day one can be today.');
      return t('Day one can be today. Your best is {mine}.', { mine: unitsInWords(n, unit) });
  }
}
