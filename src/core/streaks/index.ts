export { trainedInWords, unitsInWords } from './asks.ts';
export { type DatedRule, type DayRange, inRanges, isWeekly, ruleOn, type StreakInput, StreakRule } from './rules.ts';
export {
  doneInWeek,
  type ReadStreak,
  type Streak,
  type StripCell,
  streakAndStrip,
  streakInWords,
  streakOf,
  stripOf,
  type UnitState,
} from './streak.ts';
