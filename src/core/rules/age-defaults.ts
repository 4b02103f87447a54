import type { StreakRule } from '../streaks/rules.ts';
import type { TableSchool } from '../tables/index.ts';

/** Rules that depend on how old the players are. */
export interface AgeDefaults {
  rule: StreakRule;
  tableSchool: TableSchool;
  headingAge: number;
  headersMax: number;
  sessionMinutes: number;
  clipDays: number;
}

/**
 * Safe usual rules of a new squad by the age of its players (the minutes and the rhythm are our estimates):
 * under 9 two short sessions a week, under 11 no tables, no heading below 12 and few headers until 15.
 * @param age whole years, 5 to 18
 */
export function defaultsForAge(age: number): AgeDefaults {
  const tableSchool: TableSchool = age < 11 ? 'off' : 'improvement';
  const shared = { tableSchool, headingAge: 12, clipDays: 60 };
  if (age < 9) return { ...shared, rule: { kind: 'N sessions a week', n: 2 }, headersMax: 0, sessionMinutes: 20 };
  if (age < 12) return { ...shared, rule: { kind: 'N sessions a week', n: 3 }, headersMax: 0, sessionMinutes: 30 };
  if (age < 15) return { ...shared, rule: { kind: 'N sessions a week', n: 3 }, headersMax: 10, sessionMinutes: 30 };
  return { ...shared, rule: { kind: 'N days a week', n: 4 }, headersMax: 20, sessionMinutes: 40 };
}
