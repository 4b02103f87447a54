export { coachLetter, nudgeWords } from './coach-letter.ts';
export { invitationWords } from './invitation-words.ts';
export { type ChildToday, openedLetter, todayLetter } from './reminders.ts';
export { type ChildWeek, familySummary, type RecordTold, type SquadWeek, squadSummary } from './summary.ts';
