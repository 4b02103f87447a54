/** Lengths of time in milliseconds. A training day may be an hour shorter or longer: those are computed with in `days.ts`. */
export const HOUR_MS = 3_600_000;
export const DAY_MS = 24 * HOUR_MS;
export const WEEK_MS = 7 * DAY_MS;
