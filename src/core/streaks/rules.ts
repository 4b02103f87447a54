import { z } from 'zod';
import { says } from '../text/translate.ts';

const freeDays = z
  .number(says('Free days must be a number.'))
  .int()
  .min(0, says('Free days are 0, 1 or 2 a week.'))
  .max(2, says('Free days are 0, 1 or 2 a week.'));
const perWeek = z
  .number(says('The number a week must be a number.'))
  .int()
  .min(1, says('At least 1 a week.'))
  .max(7, says('At most 7 a week.'));

/** What keeps a streak in a squad. */
export const StreakRule = z.discriminatedUnion('kind', [
  z.object({ kind: z.literal('every day'), freeDays }),
  z.object({
    kind: z.literal('chosen weekdays'),
    weekdays: z.array(z.number().int().min(1).max(7)).min(1, says('Choose at least one weekday.')),
    freeDays,
  }),
  z.object({ kind: z.literal('N sessions a week'), n: perWeek }),
  z.object({ kind: z.literal('N days a week'), n: perWeek }),
]);
export type StreakRule = z.infer<typeof StreakRule>;

/** A rule and the first training day it holds for. */
export interface DatedRule {
  from: string;
  rule: StreakRule;
}

/** A stretch of days, both ends included; an open end is null. */
export interface DayRange {
  from: string;
  to: string | null;
}

export interface StreakInput {
  /** Training days on which a go was done, with the number of whole sessions done (0 when none was finished). */
  done: Readonly<Record<string, number>>;
  /** Rules in order of `from`; the first holds for all days before it too. */
  rules: readonly DatedRule[];
  /** Squad breaks and the player's own pauses. */
  breaks: readonly DayRange[];
  /** Days of weeks of which every session was done before: nothing more is asked for by a daily rule. None when left out. */
  over?: readonly DayRange[];
  /** The first day that is judged: the day the player joined. */
  since: string;
  /** The training day that is running. */
  today: string;
}

/** The rule that holds on a day. */
export function ruleOn(rules: readonly DatedRule[], day: string): StreakRule {
  const held = rules.filter((dated) => dated.from <= day).at(-1) ?? rules[0];
  if (!held) throw new RangeError('A squad needs a streak rule.');
  return held.rule;
}

export const isWeekly = (rule: StreakRule) => rule.kind === 'N sessions a week' || rule.kind === 'N days a week';

export const inRanges = (ranges: readonly DayRange[], day: string) =>
  ranges.some((range) => range.from <= day && (range.to === null || day <= range.to));
