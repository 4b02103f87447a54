import { z } from 'zod';
import { FEET, MEASURES } from '../drills/terms.ts';

const Instant = z.iso.datetime();

/** Everything that is known of one player in one squad, to take along. The private notes of coaches are not part of it. */
export const HistoryFile = z.object({
  format: z.literal('eager-feet/history'),
  version: z.literal(1),
  madeAt: Instant,
  squad: z.object({ name: z.string(), timeZone: z.string() }),
  player: z.object({ nickname: z.string(), birthYear: z.number().int(), strongerFoot: z.enum(FEET), joinedOn: z.iso.date() }),
  scores: z.array(
    z.object({
      id: z.string(),
      /** Number of the week; null for a result from paper or of free practice. */
      week: z.number().int().nullable(),
      drill: z.object({ id: z.string(), name: z.string() }),
      measure: z.enum(MEASURES),
      dose: z.string(),
      foot: z.enum(FEET),
      /** What the player said; null for "I lost count". */
      claimed: z.number().nullable(),
      /** What counts; null where nothing does. */
      counts: z.number().nullable(),
      /** What it comes to by its measure. */
      result: z.number().nullable(),
      faults: z.number().int(),
      seconds: z.number(),
      clocked: z.boolean(),
      standing: z.string(),
      record: z.boolean(),
      doneAt: Instant,
      day: z.iso.date().nullable(),
      line: z.string().nullable(),
    }),
  ),
  /** Free practice, whether it counts or not; left out in files of older versions. */
  practice: z
    .array(
      z.object({
        drill: z.object({ id: z.string(), name: z.string() }),
        dose: z.string(),
        foot: z.enum(FEET),
        value: z.number().nullable(),
        faults: z.number().int(),
        seconds: z.number(),
        counts: z.boolean(),
        doneAt: Instant,
        day: z.iso.date().nullable(),
      }),
    )
    .optional(),
  records: z.array(
    z.object({ drill: z.string(), dose: z.string(), foot: z.enum(FEET), result: z.number(), unit: z.string(), doneAt: Instant }),
  ),
  sessions: z.array(
    z.object({ week: z.number().int(), session: z.string(), day: z.iso.date().nullable(), share: z.number(), byHand: z.boolean() }),
  ),
  streak: z.object({ current: z.number().int(), best: z.number().int(), unit: z.enum(['day', 'week']) }),
  days: z.array(z.object({ day: z.iso.date(), sessions: z.number().int() })),
  pauses: z.array(z.object({ from: z.iso.date(), to: z.iso.date().nullable() })),
});
export type HistoryFile = z.infer<typeof HistoryFile>;
