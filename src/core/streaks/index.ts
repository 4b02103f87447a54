export { type DatedRule, type DayRange, inRanges, isWeekly, ruleOn, type StreakInput, StreakRule } from './rules.ts';
export { doneInWeek, type Streak, type StripCell, streakAndStrip, streakOf, stripOf, type UnitState } from './streak.ts';
