export { civilDay, isQuiet, MAIL_TRIES, type MailHours, mailAt, outOfQuiet, retryAfter } from './mailing.ts';
export { namedIn, nameToken, WHO_LEFT, withNames } from './names.ts';
export { ACCOUNT_EVENTS, type AccountEventKind, newsInWords, newsLetter, type Whose } from './news.ts';
export { escaped, type Letter, letterOf } from './text.ts';
