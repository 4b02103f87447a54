export { civilDay, isQuiet, MAIL_TRIES, type MailHours, mailAt, outOfQuiet, retryAfter } from './mailing.ts';
export { namedIn, nameToken, WHO_LEFT, withNames } from './names.ts';
export { type ChildToday, openedLetter, todayLetter } from './reminders.ts';
export { type ChildWeek, familySummary, type RecordTold, type SquadWeek, squadSummary } from './summary.ts';
export { escaped, type Letter, letterOf } from './text.ts';
