import { z } from 'zod';
import { dayNumber } from '../core/calendar/days.ts';
import { StreakRule } from '../core/streaks/rules.ts';
import { TABLE_SCHOOLS } from '../core/tables/index.ts';
import { LANGUAGE_CODES } from '../core/text/languages.ts';
import { english, says, t } from '../core/text/translate.ts';
import { RunTimes } from '../core/weeks/schema.ts';
import { endpoint } from './endpoint.ts';
import { MailHoursSent } from './letters.ts';
import { DayText, Id, Instant, Nothing } from './parts.ts';
import { Choices } from './screens.ts';

export const BreakView = z.object({ id: Id, from: DayText, to: DayText, title: z.string() });
export type BreakView = z.infer<typeof BreakView>;

const whole = (words: string, least: number, most: number) => {
  const sentence = says('{words} is a whole number from {least} to {most}.', { words, least, most });
  return z.number(sentence).int(sentence).min(least, sentence).max(most, sentence);
};

/** Rules that are simple figures. */
export const RuleFigures = z.object({
  name: z.string().trim().min(1, says('Give the squad a name.')).max(60, says('The squad’s name has at most 60 letters.')),
  town: z.string().trim().max(60, says('The town has at most 60 letters.')),
  /** What families read until they choose something else. */
  language: z.enum(LANGUAGE_CODES, says('Choose one of the languages.')),
  headingAge: whole(english('The heading age'), 6, 19),
  headersMax: whole(english('The limit of headers a week'), 0, 200),
  clipDays: whole(english('The days that clips are kept'), 1, 365),
  /** Null: the usual lengths. */
  times: RunTimes.partial().nullable(),
  ...MailHoursSent.shape,
  reminders: z.boolean(),
});
export type RuleFigures = z.infer<typeof RuleFigures>;

/** A change of a rule, as it was written down. */
export const RuleChange = z.object({ id: Id, rule: z.string(), before: z.string(), after: z.string(), by: z.string(), at: Instant });
export type RuleChange = z.infer<typeof RuleChange>;

export const Rules = z.object({
  squad: z.object({ id: Id, name: z.string(), timeZone: z.string(), code: z.string() }),
  /** Whether the one who looks may change them. */
  mayChange: z.boolean(),
  figures: RuleFigures,
  choices: Choices,
  /** The usual lengths of the run sheet, for what the squad has not set. */
  usualTimes: RunTimes,
  /** Safe usual figures at the squad’s age; null while nobody is in it. */
  usual: z.object({ headingAge: z.number().int(), headersMax: z.number().int(), clipDays: z.number().int() }).nullable(),
  changes: z.array(RuleChange),
  today: DayText,
  /** Streak rules by the day they began to hold, oldest first; one from a later day is still to come. */
  streakRules: z.array(z.object({ from: DayText, rule: StreakRule })),
  dayEndsAt: z.number().int(),
  breaks: z.array(BreakView),
  tableSchool: z.enum(TABLE_SCHOOLS),
  /** The middle age of the squad, which the usual table school depends on. */
  age: z.number().int().nullable(),
});
export type Rules = z.infer<typeof Rules>;

/** Days from which a break is asked about: nothing in it breaks a streak, and a wrong year is soon typed. */
export const LONG_BREAK_DAYS = 57;

const ofSquad = z.object({ squad: Id });

export const rulesApi = {
  setFigures: endpoint({
    method: 'PUT',
    path: '/squads/{squad}/rules/figures',
    act: 'set the rules',
    summary: 'Heading age and limit, days of clips, lengths of the run sheet, mail to families, name and town.',
    params: ofSquad,
    body: RuleFigures.partial(),
    response: Rules,
  }),
  newCode: endpoint({
    method: 'POST',
    path: '/squads/{squad}/rules/code',
    act: 'set the rules',
    summary: 'Another squad code to sign in with; the old one works no more.',
    params: ofSquad,
    body: z.object({}),
    response: Rules,
  }),
  read: endpoint({
    method: 'GET',
    path: '/squads/{squad}/rules',
    act: 'see the rules',
    summary: 'Streak rule with its history, breaks, tables.',
    params: ofSquad,
    body: Nothing,
    response: Rules,
  }),
  setStreakRule: endpoint({
    method: 'PUT',
    path: '/squads/{squad}/rules/streak',
    act: 'set the rules',
    summary: 'A new streak rule from today on; history keeps the rule of its time.',
    params: ofSquad,
    body: z.object({ rule: StreakRule }),
    response: Rules,
  }),
  setTables: endpoint({
    method: 'PUT',
    path: '/squads/{squad}/rules/tables',
    act: 'set the rules',
    summary: 'Which school of tables the squad follows.',
    params: ofSquad,
    body: z.object({ tableSchool: z.enum(TABLE_SCHOOLS, says('Choose off, improvement or scores.')) }),
    response: Rules,
  }),
  setZone: endpoint({
    method: 'PUT',
    path: '/squads/{squad}/rules/zone',
    act: 'set the rules',
    summary: 'The squad’s time zone from now on. Days that were trained keep their date.',
    params: ofSquad,
    body: z.object({ timeZone: z.string().trim().min(1, says('Choose a time zone.')).max(60) }),
    response: Rules,
  }),
  putBreak: endpoint({
    method: 'PUT',
    path: '/squads/{squad}/breaks/{break}',
    act: 'set the rules',
    summary: 'A squad break (holidays) in which nothing breaks a streak.',
    params: ofSquad.extend({ break: Id }),
    body: z
      .object({
        from: DayText,
        to: DayText,
        title: z.string().trim().min(1, says('Give the break a name.')).max(60, says('The name has at most 60 letters.')),
        /** That more than eight weeks are meant. */
        long: z.boolean().optional(),
      })
      .refine((one) => one.to >= one.from, { path: ['to'], error: () => t('The break ends before it begins.') })
      .refine((one) => one.long || dayNumber(one.to) - dayNumber(one.from) + 1 < LONG_BREAK_DAYS, {
        path: ['to'],
        error: () => t('That is more than eight weeks. Check the last day, or say that it is meant so.'),
      }),
    response: Rules,
  }),
  dropBreak: endpoint({
    method: 'DELETE',
    path: '/squads/{squad}/breaks/{break}',
    act: 'set the rules',
    summary: 'Takes a break away.',
    params: ofSquad.extend({ break: Id }),
    body: Nothing,
    response: Rules,
  }),
};
