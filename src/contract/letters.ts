import { z } from 'zod';
import { english, says } from '../core/text/translate.ts';
import { endpoint } from './endpoint.ts';
import { DayText, Id, Instant, NoParams, Nothing } from './parts.ts';

export const LetterKindName = z.enum(['monday summary', 'today', 'week opened', 'from the coach']);

export const LetterView = z.object({
  id: Id,
  subject: z.string(),
  weekOf: DayText,
  plain: z.string(),
  html: z.string(),
  at: Instant,
});
export type LetterView = z.infer<typeof LetterView>;

const hour = (words: string) =>
  z
    .number(says('{words} is an hour from 0 to 23.', { words }))
    .int(says('{words} is a whole hour.', { words }))
    .min(0, says('{words} is an hour from 0 to 23.', { words }))
    .max(23, says('{words} is an hour from 0 to 23.', { words }));

/** Hours without mail, and how many a day. */
export const MailHoursSent = z.object({
  quietFrom: hour(english('The beginning of the quiet hours')),
  quietTo: hour(english('The end of the quiet hours')),
  mailsPerDay: z
    .number(says('Mails a day must be a number.'))
    .int(says('Mails a day must be a whole number.'))
    .min(0, says('Mails a day cannot be negative.'))
    .max(10, says('At most 10 mails a day.')),
});

/** What somebody wants mailed, and when not. */
export const PostChoices = MailHoursSent.extend({ reminders: z.boolean(), summaries: z.boolean() });
export type PostChoices = z.infer<typeof PostChoices>;

/** A mail on its way, or gone. */
export const MailView = z.object({
  id: Id,
  to: z.string(),
  about: z.string().nullable(),
  subject: z.string(),
  state: z.enum(['waiting', 'sent', 'given up']),
  at: Instant,
  tries: z.number().int(),
  trouble: z.string().nullable(),
});
export type MailView = z.infer<typeof MailView>;

export const PostPage = z.object({
  squad: z.object({ id: Id, name: z.string(), timeZone: z.string() }),
  /** The Monday of the week that the next summary is about, and when it goes out by itself. */
  next: z.object({ weekOf: DayText, goesAt: Instant }),
  /** Whether mail leaves the house, or lies in its local mailbox. */
  mail: z.enum(['smtp', 'local mailbox']),
  hours: MailHoursSent.extend({ reminders: z.boolean() }),
  /** What coaches themselves want mailed. */
  mine: PostChoices,
  /** Players of the squad, and how many grown-ups a letter about each would reach. */
  players: z.array(z.object({ id: Id, nickname: z.string(), guardians: z.number().int() })),
  /** Mail of this squad that waits or went lately. */
  mails: z.array(MailView),
  /** What lies in the local post of the squad, newest first, with whom it went to. */
  letters: z.array(LetterView.extend({ kind: LetterKindName, to: z.string(), about: z.string().nullable() })),
});
export type PostPage = z.infer<typeof PostPage>;

/** A letter that would go, and whether it would be mailed. */
const Previewed = LetterView.omit({ id: true, at: true }).extend({
  kind: LetterKindName,
  to: z.string(),
  about: z.string().nullable(),
  mailed: z.boolean(),
});

/** A letter as a coach writes it. */
export const LetterWritten = z.object({
  id: Id,
  /** Players whose guardians get it; null for all of the squad. */
  players: z.array(Id).min(1, says('Choose at least one player.')).max(400).nullable(),
  subject: z.string().trim().min(1, says('Say in a few words what it is about.')).max(100, says('The subject has at most 100 letters.')),
  text: z.string().trim().min(1, says('Write the letter.')).max(3000, says('A letter has at most 3,000 letters.')),
});
export type LetterWritten = z.infer<typeof LetterWritten>;

const ofSquad = z.object({ squad: Id });

export const lettersApi = {
  list: endpoint({
    method: 'GET',
    path: '/squads/{squad}/post',
    act: 'see the post',
    summary: 'What the squad was sent: the local post.',
    params: ofSquad,
    body: Nothing,
    response: PostPage,
  }),
  preview: endpoint({
    method: 'GET',
    path: '/squads/{squad}/post/preview',
    act: 'see the post',
    summary: 'The summaries of a week, and today’s reminders, as they would be sent now; nothing is kept.',
    params: ofSquad.extend({ weekOf: DayText.optional() }),
    body: Nothing,
    response: z.object({
      weekOf: DayText,
      letters: z.array(Previewed),
      reminders: z.array(Previewed),
    }),
  }),
  choices: endpoint({
    method: 'PUT',
    path: '/me/post',
    act: 'set what is mailed',
    summary: 'What I want mailed, and when not.',
    params: NoParams,
    body: PostChoices,
    response: PostChoices,
  }),
  write: endpoint({
    method: 'POST',
    path: '/squads/{squad}/post/letters',
    act: 'write to families',
    summary: 'A letter in the coach’s own words to the guardians of some players, or of all; nothing goes to a child alone.',
    params: ofSquad,
    body: LetterWritten,
    response: z.object({ sent: z.number().int(), without: z.array(z.string()) }),
  }),
  send: endpoint({
    method: 'POST',
    path: '/squads/{squad}/post/summaries',
    act: 'send summaries',
    summary: 'Puts the summaries of a week into the post now; whoever has theirs already gets no second one.',
    params: ofSquad,
    body: z.object({ weekOf: DayText.optional() }),
    response: z.object({ weekOf: DayText, sent: z.number().int() }),
  }),
};
