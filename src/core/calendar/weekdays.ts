import { momentInWords } from '../text/translate.ts';

/** The days of a week by name, Monday first. */
export const WEEKDAYS = ['Monday', 'Tuesday', 'Wednesday', 'Thursday', 'Friday', 'Saturday', 'Sunday'] as const;

/** A day's name for whoever reads. @param day 1 Monday … 7 Sunday; nothing is said of any other */
export const weekdayInWords = (day: number, length: 'long' | 'short' | 'narrow' = 'long'): string =>
  day >= 1 && day <= WEEKDAYS.length ? momentInWords(Date.UTC(2024, 0, day), { weekday: length, timeZone: 'UTC' }) : '';
