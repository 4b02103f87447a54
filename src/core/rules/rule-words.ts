import { weekdayInWords } from '../calendar/weekdays.ts';
import { t } from '../text/translate.ts';

const WORDS: Record<string, string> = {
  kind: '',
  n: 'how many',
  freeDays: 'free days',
  weekdays: 'weekdays',
  from: 'from',
  to: 'to',
  title: 'name',
  leadIn: 'lead-in',
  leadInFirstOfBlock: 'lead-in of a block',
  switch: 'switch',
  turnRound: 'turn-round',
  scoring: 'saying a number',
  get walkBack() {
    return t('walk back after a number');
  },
  get language() {
    return t('language of letters');
  },
  contactSchool: 'contact',
  get footOrder() {
    return t('order of the feet');
  },
  get sessionMinutes() {
    return t('minutes of a session');
  },
  get clipHeight() {
    return t('lines of a clip');
  },
  clipSound: 'sound of clips',
  practiceCounts: 'free practice counts',
  get stretchAim() {
    return t('stretch numbers reached, of a hundred');
  },
};

/** What a rule was or became, in words: a figure, yes or no, or the parts of a rule with what they are called. */
export function ruleInWords(value: unknown): string {
  if (value === null || value === undefined || value === '') return 'none';
  if (typeof value === 'boolean') return value ? 'on' : 'off';
  if (Array.isArray(value)) return value.map(ruleInWords).join(', ');
  if (typeof value !== 'object') return String(value);
  const parts = Object.entries(value).map(([name, part]) => {
    const words =
      name === 'weekdays' && Array.isArray(part) ? part.map((day) => weekdayInWords(Number(day), 'short')).join(' ') : ruleInWords(part);
    return `${WORDS[name] ?? name} ${words}`.trim();
  });
  return parts.length > 0 ? parts.join(', ') : 'as usual';
}
