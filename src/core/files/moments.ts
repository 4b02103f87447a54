import { wallTime } from '../calendar/days.ts';

/** A moment in a table: for machines, for people, and by which clock. */
export interface MomentCells {
  'at (UTC)': string;
  'local time': string;
  'time zone': string;
}

/**
 * The cells of a moment.
 * @param at epoch milliseconds
 */
export const momentCells = (at: number, timeZone: string): MomentCells => ({
  'at (UTC)': wallTime(at, 'UTC'),
  'local time': wallTime(at, timeZone),
  'time zone': timeZone,
});
