export { civilDay, isQuiet, MAIL_TRIES, type MailHours, mailAt, outOfQuiet, retryAfter } from './mailing.ts';
export { type ChildToday, openedLetter, todayLetter } from './reminders.ts';
export { type ChildWeek, familySummary, type RecordTold, type SquadWeek, squadSummary } from './summary.ts';
export { type Letter, letterOf } from './text.ts';
