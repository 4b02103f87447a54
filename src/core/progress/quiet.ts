import { type Day, dayNumber } from '../calendar/days.ts';
import { plural, t } from '../text/translate.ts';

/** Days without a go after which a player has gone quiet. */
export const QUIET_AFTER_DAYS = 5;

/**
 * Whole days since the last go, or since joining when there was none; quiet from 5 on.
 * @param lastDay training day of the last go; null before the first
 */
export function quietFor(lastDay: Day | null, joined: Day, today: Day): { days: number; quiet: boolean; begun: boolean } {
  const days = dayNumber(today) - dayNumber(lastDay ?? joined);
  return { days, quiet: days >= QUIET_AFTER_DAYS, begun: lastDay !== null };
}

/** How long ago the last go was, in words: of a player who has done none, that there was none, and for how long. */
export function lastGoInWords({ days, begun }: { days: number; begun: boolean }): string {
  if (!begun) return days <= 0 ? t('no go yet') : t('no go yet, in the squad for {days}', { days: plural(days, 'day') });
  return days <= 0 ? t('trained today') : t('last go {days} ago', { days: plural(days, 'day') });
}
