import { t } from '../../../core/text/translate.ts';
import { badInput } from '../problems.ts';

/* Bounds on whatever a person sends, before any schema looks at it. */

/** How deep lists and objects may lie in one another: a plan is 9 deep. */
const DEPTH_MAX = 24;
/** Control characters, but not the ends of lines and tabs of a pasted table. */
const CONTROL = /(?![\n\r\t])\p{Cc}/u;
/** Half of a letter beyond the first 65,536. */
const HALF = /\p{Cs}/u;
const DAY = /^(\d{4})-(\d{2})-(\d{2})$/;
const YEARS = 5;
const KEYS_MAX = 2000;

/** Whether a text that looks like a day is one that exists, within five years of now. */
function checkDay(text: string, field: string, now: number): void {
  const [, year, month, day] = (DAY.exec(text) ?? []).map(Number);
  if (year === undefined || month === undefined || day === undefined) return;
  const at = new Date(Date.UTC(year, month - 1, day));
  if (at.getUTCMonth() !== month - 1 || at.getUTCDate() !== day) throw badInput(field, t('{text} is no day of the calendar.', { text }));
  if (Math.abs(year - new Date(now).getUTCFullYear()) > YEARS)
    throw badInput(field, t('{text} is more than {years} years away. Check the year.', { text, years: YEARS }));
}

function tidyText(text: string, field: string, now: number): string {
  if (HALF.test(text)) throw badInput(field, t('There is half a letter in this text. Type it again.'));
  if (CONTROL.test(text)) throw badInput(field, t('There is a control character in this text. Type it again.'));
  checkDay(text, field, now);
  return text.normalize('NFC');
}

/**
 * What came over the wire with its texts in one form (NFC): without control characters and halves of letters, with days that exist and
 * lie within five years, not too deep.
 * @throws Problem "bad input" that names the field
 */
export function tidy(given: unknown, now: number, field = '', depth = 0): unknown {
  if (typeof given === 'string') return tidyText(given, field, now);
  if (typeof given !== 'object' || given === null) return given;
  if (depth >= DEPTH_MAX) throw badInput(field, t('This is nested too deeply.'));
  const within = (name: string | number) => (field === '' ? String(name) : `${field}.${name}`);
  if (Array.isArray(given)) return given.map((one, i) => tidy(one, now, within(i), depth + 1));
  const entries = Object.entries(given);
  if (entries.length > KEYS_MAX) throw badInput(field, t('This has too many parts.'));
  return Object.fromEntries(
    entries.map(([name, value]) => [
      tidyText(name, within(name.slice(0, 40)), now),
      tidy(value, now, within(name.slice(0, 40)), depth + 1),
    ]),
  );
}
