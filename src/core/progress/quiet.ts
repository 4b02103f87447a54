import { type Day, dayNumber } from '../calendar/days.ts';

/** Days without a go after which a player has gone quiet. */
export const QUIET_AFTER_DAYS = 5;

/**
 * Whole days since the last go, or since joining when there was none; quiet from 5 on.
 * @param lastDay training day of the last go; null before the first
 */
export function quietFor(lastDay: Day | null, joined: Day, today: Day): { days: number; quiet: boolean } {
  const days = dayNumber(today) - dayNumber(lastDay ?? joined);
  return { days, quiet: days >= QUIET_AFTER_DAYS };
}
