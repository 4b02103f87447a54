import { Temporal } from 'temporal-polyfill';
import { DAY_MS } from './lengths.ts';

/** A training day: an ISO date such as 2026-11-24, in the squad's time zone. */
export type Day = string;

/** Days since 1970-01-01 of an ISO date; throws RangeError for anything else. */
export function dayNumber(day: Day): number {
  const ms = Date.parse(`${day}T00:00:00Z`);
  if (Number.isNaN(ms) || !/^\d{4}-\d{2}-\d{2}$/.test(day)) throw new RangeError(`"${day}" is not a date like 2026-11-24.`);
  return ms / DAY_MS;
}

/** The ISO date of a day number. */
export function dayOf(number: number): Day {
  return new Date(number * DAY_MS).toISOString().slice(0, 10);
}

/** The day `days` later (earlier when negative). */
export function addDays(day: Day, days: number): Day {
  return dayOf(dayNumber(day) + days);
}

/** 1 Monday … 7 Sunday. 1970-01-01 was a Thursday. */
export function weekday(day: Day): number {
  return ((((dayNumber(day) + 3) % 7) + 7) % 7) + 1;
}

/** The Monday of the week that a day lies in. */
export function mondayOf(day: Day): Day {
  return addDays(day, 1 - weekday(day));
}

/**
 * The training day an instant belongs to: the civil date in `timeZone` of the instant `dayEndsAt` hours earlier,
 * so that with 3 a go at 02:30 still counts for the evening before. Exact over DST changes.
 * @param at epoch milliseconds
 * @param dayEndsAt local hour at which a training day ends, 0–6
 */
export function trainingDay(at: number, timeZone: string, dayEndsAt = 3): Day {
  const local = Temporal.Instant.fromEpochMilliseconds(at).toZonedDateTimeISO(timeZone).toPlainDateTime();
  return local.subtract({ hours: dayEndsAt }).toPlainDate().toString();
}

/**
 * What a clock on the wall shows at an instant, as table programs read it: “2026-11-05 11:03:04”.
 * @param at epoch milliseconds; parts of a second are left out
 */
export function wallTime(at: number, timeZone: string): string {
  const local = Temporal.Instant.fromEpochMilliseconds(Math.floor(at)).toZonedDateTimeISO(timeZone).toPlainDateTime();
  return local.toString({ smallestUnit: 'second' }).replace('T', ' ');
}

/** Epoch milliseconds of a local wall time; in a DST gap the later, in a fold the earlier instant (Temporal's "compatible"). */
export function instantOf(day: Day, hour: number, minute: number, timeZone: string): number {
  return Temporal.PlainDateTime.from(`${day}T00:00:00`).with({ hour, minute }).toZonedDateTime(timeZone, { disambiguation: 'compatible' })
    .epochMilliseconds;
}

/** How late a go may arrive and still count on the day it was done. */
export const LATEST_ARRIVAL_HOURS = 72;

/**
 * The training day a go counts on: the day it was done when it arrived within 72 hours, else none (null).
 * A device clock that runs ahead cannot earn a day that has not come: a later `doneAt` is taken as the arrival.
 */
export function creditedDay(doneAt: number, receivedAt: number, timeZone: string, dayEndsAt = 3): Day | null {
  if (receivedAt - doneAt > LATEST_ARRIVAL_HOURS * 3_600_000) return null;
  return trainingDay(Math.min(doneAt, receivedAt), timeZone, dayEndsAt);
}

/**
 * When something was done, on the server's clock: the arrival minus the time that the device measured between doing and sending.
 * A device clock that is wrong by hours or days makes no difference, as both readings are its own.
 * @param doneAt device's clock when it was done, epoch ms
 * @param sentAt the same clock at sending; an earlier one than `doneAt` counts as no time between
 * @param receivedAt server's clock at arrival, epoch ms
 */
export function doneOnServerClock(doneAt: number, sentAt: number, receivedAt: number): number {
  return receivedAt - Math.max(0, sentAt - doneAt);
}

/**
 * The instant of a session that was done with the printed sheet and is entered afterwards.
 * @param daysAgo training days before the one of the entry, from 0
 * @param hour local hour of the day it was done, 0–23
 * @param enteredAt server's clock at the entry, epoch ms; nothing is done later than it is entered
 */
export function byHandInstant(daysAgo: number, hour: number, enteredAt: number, timeZone: string, dayEndsAt = 3): number {
  const day = addDays(trainingDay(enteredAt, timeZone, dayEndsAt), -daysAgo);
  // The hours before the end of a training day belong to the night after it.
  let at = instantOf(hour < dayEndsAt ? addDays(day, 1) : day, hour, 0, timeZone);
  // In the night in which the clocks go forward an hour may not exist: what is meant is the one before it, on the day that was said.
  while (trainingDay(at, timeZone, dayEndsAt) > day) at -= 3_600_000;
  return Math.min(at, enteredAt);
}
