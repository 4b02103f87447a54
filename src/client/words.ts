import { HOUR_MS } from '../core/calendar/lengths.ts';
import { weekdayInWords } from '../core/calendar/weekdays.ts';
import { momentInWords, t } from '../core/text/translate.ts';

/** Dates and feet in words, the same on all screens. */

/** 1 Monday … 7 Sunday of an ISO date. */
const weekdayOf = (day: string) => ((new Date(`${day}T12:00:00Z`).getUTCDay() + 6) % 7) + 1;

export const dayLetter = (day: string): string => weekdayInWords(weekdayOf(day), 'narrow');

/** A wished day, or "any day". */
export const wishedDay = (day: number | null): string => (day === null ? t('any day') : weekdayInWords(day));

/** "Sun, Nov 29, 3:00 AM" in the squad's time zone: the same on the server and on every device. */
export const whenInWords = (at: number, timeZone: string): string =>
  momentInWords(at, { weekday: 'short', month: 'short', day: 'numeric', hour: 'numeric', minute: '2-digit', timeZone });

/** Before this hour people still call it the night of the day before. */
const NIGHT_UNTIL = 5;

/** An end as people say it: “Sunday night, Nov 29” for three in the morning of Monday the 30th, else day and hour. */
export function untilInWords(at: number, timeZone: string): string {
  const hour = Number(new Date(at).toLocaleString('en-US', { hour: '2-digit', hourCycle: 'h23', timeZone }));
  if (hour >= NIGHT_UNTIL) return whenInWords(at, timeZone);
  const evening = at - NIGHT_UNTIL * HOUR_MS;
  return t('{weekday} night, {date}', {
    weekday: momentInWords(evening, { weekday: 'long', timeZone }),
    date: dateInWords(evening, timeZone),
  });
}

/** A full hour of the day as people say it: “8 PM”. */
export const hourInWords = (hour: number): string =>
  hour % 24 < 12 ? t('{hour} AM', { hour: hour % 12 || 12 }) : t('{hour} PM', { hour: hour % 12 || 12 });

/** "Nov 29" */
export const dateInWords = (at: number, timeZone: string): string => momentInWords(at, { month: 'short', day: 'numeric', timeZone });

/** "Nov 29" of an ISO date. */
export const dayInWords = (day: string): string => dateInWords(Date.parse(`${day}T12:00:00Z`), 'UTC');

export const footInWords = (foot: 'left' | 'right' | 'both'): string =>
  foot === 'both' ? t('both feet') : foot === 'left' ? t('left foot') : t('right foot');

/** A result with at most one decimal. */
export const number = (n: number): string => String(Math.round(n * 10) / 10);

/** m:ss */
export const clockWords = (seconds: number): string => `${Math.floor(seconds / 60)}:${String(Math.floor(seconds % 60)).padStart(2, '0')}`;
