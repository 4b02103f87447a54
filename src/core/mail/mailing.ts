import { Temporal } from 'temporal-polyfill';
import { addDays, type Day, instantOf } from '../calendar/days.ts';

/** When mail may reach somebody. */
export interface MailHours {
  /** Local hours (0–23) between which nothing is mailed; the same twice means no quiet hours. The later may lie after midnight. */
  quietFrom: number;
  quietTo: number;
  /** Mails in a civil day at the most. */
  perDay: number;
}

/** The civil date of an instant: quiet hours and the daily limit go by the clock on the wall, not by training days. */
export const civilDay = (at: number, timeZone: string): Day =>
  Temporal.Instant.fromEpochMilliseconds(at).toZonedDateTimeISO(timeZone).toPlainDate().toString();

const hourOf = (at: number, timeZone: string): number => Temporal.Instant.fromEpochMilliseconds(at).toZonedDateTimeISO(timeZone).hour;

/** Whether a local hour (0–23) lies in the quiet hours. */
export function isQuiet(hour: number, { quietFrom, quietTo }: Pick<MailHours, 'quietFrom' | 'quietTo'>): boolean {
  return quietFrom <= quietTo ? hour >= quietFrom && hour < quietTo : hour >= quietFrom || hour < quietTo;
}

/**
 * The first instant from `at` on that lies outside the quiet hours (epoch ms).
 * @param at epoch ms
 */
export function outOfQuiet(at: number, hours: Pick<MailHours, 'quietFrom' | 'quietTo'>, timeZone: string): number {
  const hour = hourOf(at, timeZone);
  if (!isQuiet(hour, hours)) return at;
  const day = civilDay(at, timeZone);
  return instantOf(hour >= hours.quietTo ? addDays(day, 1) : day, hours.quietTo, 0, timeZone);
}

/**
 * When a letter that is made now may be mailed: outside the quiet hours, on a day with room left; null when that day is full.
 * @param planned instants (epoch ms) at which other mail goes or went to the same person
 */
export function mailAt(now: number, hours: MailHours, timeZone: string, planned: readonly number[]): number | null {
  const at = outOfQuiet(now, hours, timeZone);
  const day = civilDay(at, timeZone);
  return planned.filter((one) => civilDay(one, timeZone) === day).length < hours.perDay ? at : null;
}

const MINUTE_MS = 60_000;
/** Tries of one mail before it is given up. */
export const MAIL_TRIES = 6;

/** How long to wait after a mail could not be handed over, in ms: 5 min, then four times as long each time. */
export const retryAfter = (tries: number): number => 5 * MINUTE_MS * 4 ** (tries - 1);
