export { type ChildToday, openedLetter, todayLetter } from './reminders.ts';
export { type ChildWeek, familySummary, type RecordTold, type SquadWeek, squadSummary } from './summary.ts';
