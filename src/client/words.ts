import { HOUR_MS } from '../core/calendar/lengths.ts';
import { weekdayInWords } from '../core/calendar/weekdays.ts';
import { t } from '../core/text/translate.ts';

/** Dates and feet in words, the same on all screens. */

const LETTERS = ['M', 'T', 'W', 'T', 'F', 'S', 'S'];

/** 1 Monday … 7 Sunday of an ISO date. */
const weekdayOf = (day: string) => ((new Date(`${day}T12:00:00Z`).getUTCDay() + 6) % 7) + 1;

export const dayLetter = (day: string): string => LETTERS[weekdayOf(day) - 1] ?? '';

/** A wished day, or "any day". */
export const wishedDay = (day: number | null): string => (day === null ? t('any day') : weekdayInWords(day));

/** "Sun, Nov 29, 3:00 AM" in the squad's time zone: the same on the server and on every device. */
export const whenInWords = (at: number, timeZone: string): string =>
  new Date(at).toLocaleString('en-US', { weekday: 'short', month: 'short', day: 'numeric', hour: 'numeric', minute: '2-digit', timeZone });

/** Before this hour people still call it the night of the day before. */
const NIGHT_UNTIL = 5;

/** An end as people say it: “Sunday night, Nov 29” for three in the morning of Monday the 30th, else day and hour. */
export function untilInWords(at: number, timeZone: string): string {
  const hour = Number(new Date(at).toLocaleString('en-US', { hour: '2-digit', hourCycle: 'h23', timeZone }));
  if (hour >= NIGHT_UNTIL) return whenInWords(at, timeZone);
  const evening = at - NIGHT_UNTIL * HOUR_MS;
  return t('{toLocaleDateString} night, {dateInWords}', {
    toLocaleDateString: new Date(evening).toLocaleDateString('en-US', { weekday: 'long', timeZone }),
    dateInWords: dateInWords(evening, timeZone),
  });
}

/** A full hour of the day as people say it: “8 PM”. */
export const hourInWords = (hour: number): string => `${hour % 12 || 12} ${hour % 24 < 12 ? 'AM' : 'PM'}`;

/** "Nov 29" */
export const dateInWords = (at: number, timeZone: string): string =>
  new Date(at).toLocaleDateString('en-US', { month: 'short', day: 'numeric', timeZone });

/** "Nov 29" of an ISO date. */
export const dayInWords = (day: string): string => dateInWords(Date.parse(`${day}T12:00:00Z`), 'UTC');

export const footInWords = (foot: 'left' | 'right' | 'both'): string => (foot === 'both' ? 'both feet' : t('{foot} foot', { foot }));

/** "1 day", "3 days" */

/** A result with at most one decimal. */
export const number = (n: number): string => String(Math.round(n * 10) / 10);

/** m:ss */
export const clockWords = (seconds: number): string => `${Math.floor(seconds / 60)}:${String(Math.floor(seconds % 60)).padStart(2, '0')}`;
