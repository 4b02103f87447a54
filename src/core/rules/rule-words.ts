import { weekdayInWords } from '../calendar/weekdays.ts';
import { english, t, term } from '../text/translate.ts';

const WORDS: Record<string, string> = {
  kind: '',
  n: english('how many'),
  freeDays: english('free days'),
  weekdays: english('weekdays'),
  from: english('from'),
  to: english('to'),
  title: english('name'),
  leadIn: english('lead-in'),
  leadInFirstOfBlock: english('lead-in of a block'),
  switch: english('switch'),
  turnRound: english('turn-round'),
  scoring: english('saying a number'),
  walkBack: english('walk back after a number'),
  language: english('language of letters'),
  contactSchool: english('contact'),
  footOrder: english('order of the feet'),
  sessionMinutes: english('minutes of a session'),
  clipHeight: english('lines of a clip'),
  clipSound: english('sound of clips'),
  practiceCounts: english('free practice counts'),
  stretchAim: english('stretch numbers reached, of a hundred'),
};

/** What a rule can be, where that is a word. */
const VALUES: Readonly<Record<string, () => string>> = {
  off: () => t('off'),
  improvement: () => t('who got better'),
  scores: () => t('scores'),
  'toe-up': () => t('toe up'),
  laces: () => t('laces'),
  alternate: () => t('in turn'),
  'catch-up': () => t('catch up'),
  'every day': () => t('every day'),
  'chosen weekdays': () => t('chosen weekdays'),
  'N sessions a week': () => t('sessions a week'),
  'N days a week': () => t('days a week'),
};

/** What a rule was or became, in words: a figure, yes or no, or the parts of a rule with what they are called. */
export function ruleInWords(value: unknown): string {
  if (value === null || value === undefined || value === '') return t('none');
  if (typeof value === 'boolean') return value ? t('on') : t('off');
  if (Array.isArray(value)) return value.map(ruleInWords).join(', ');
  if (typeof value !== 'object') return VALUES[String(value)]?.() ?? term(String(value));
  const parts = Object.entries(value).map(([name, part]) => {
    const words =
      name === 'weekdays' && Array.isArray(part) ? part.map((day) => weekdayInWords(Number(day), 'short')).join(' ') : ruleInWords(part);
    return `${term(WORDS[name] ?? name)} ${words}`.trim();
  });
  return parts.length > 0 ? parts.join(', ') : t('as usual');
}
