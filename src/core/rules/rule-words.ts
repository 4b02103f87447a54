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
  walkBack: 'walk back after a number',
  contactSchool: 'contact',
  footOrder: 'order of the feet',
  sessionMinutes: 'minutes of a session',
  clipHeight: 'lines of a clip',
  clipSound: 'sound of clips',
  practiceCounts: 'free practice counts',
  stretchAim: 'stretch numbers reached, of a hundred',
};

const DAYS = ['Mon', 'Tue', 'Wed', 'Thu', 'Fri', 'Sat', 'Sun'];

/** What a rule was or became, in words: a figure, yes or no, or the parts of a rule with what they are called. */
export function ruleInWords(value: unknown): string {
  if (value === null || value === undefined || value === '') return 'none';
  if (typeof value === 'boolean') return value ? 'on' : 'off';
  if (Array.isArray(value)) return value.map(ruleInWords).join(', ');
  if (typeof value !== 'object') return String(value);
  const parts = Object.entries(value).map(([name, part]) => {
    const words = name === 'weekdays' && Array.isArray(part) ? part.map((day) => DAYS[Number(day) - 1] ?? '').join(' ') : ruleInWords(part);
    return `${WORDS[name] ?? name} ${words}`.trim();
  });
  return parts.length > 0 ? parts.join(', ') : 'as usual';
}
