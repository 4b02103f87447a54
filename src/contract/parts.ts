import { z } from 'zod';
import { FEET, MEASURES } from '../core/drills/terms.ts';
import { DOUBT_REASONS } from '../core/scores/reasons.ts';
import { STRONGER_FEET } from '../core/squads/terms.ts';
import { LANGUAGE_CODES } from '../core/text/languages.ts';
import { says } from '../core/text/translate.ts';
import { TODAY_WHYS } from '../core/training/instead.ts';
import { Dose } from '../core/weeks/schema.ts';

/** Shapes that several areas share on the wire. */

export const Id = z.uuid(says('This id is not a UUID.'));
/** Epoch milliseconds, UTC. */
export const Instant = z.number().int().min(0).max(8_640_000_000_000_000);
export const DayText = z
  .string()
  .regex(/^\d{4}-\d{2}-\d{2}$/, says('A day looks like 2026-11-24.'))
  .refine((day) => new Date(`${day}T00:00Z`).toJSON()?.startsWith(day) ?? false, says('That is no day of the calendar.'));
export const Nothing = z.undefined();
/** The id of what was made, changed or ended. */
export const Done = z.object({ id: Id });
export const NoParams = z.object({});

export const FootName = z.enum(FEET);
export const StrongerFootName = z.enum(STRONGER_FEET);
export const MeasureName = z.enum(MEASURES);
export { Dose };

/** That a drill was too hard or too easy for a player one day, and what was done in its place. */
export const SaidOfDrill = z.object({
  drillId: z.string(),
  drillName: z.string(),
  doneName: z.string(),
  why: z.enum(TODAY_WHYS),
  at: Instant,
});
export type SaidOfDrill = z.infer<typeof SaidOfDrill>;

export const DoubtReasonName = z.enum(DOUBT_REASONS);

export const DoubtView = z.object({
  reason: DoubtReasonName,
  result: z.enum(['look', 'cannot be']),
  sentence: z.string(),
});

export const StandingName = z.enum(['clear', 'waiting for the coach', 'counted', 'corrected', 'again please', 'set aside']);

export const TargetView = z.object({
  number: z.number().nullable(),
  reason: z.string(),
  estimated: z.boolean(),
  byCoach: z.boolean(),
  stretch: z.literal(true).optional(),
});

export const StreakView = z.object({
  unit: z.enum(['day', 'week']),
  current: z.number().int(),
  best: z.number().int(),
  /** The longest in the other unit, from when the squad counted so. */
  before: z.object({ unit: z.enum(['day', 'week']), best: z.number().int() }).nullable(),
  firstDay: DayText.nullable(),
  needsToday: z.boolean(),
  loosening: z.boolean(),
  sentence: z.string(),
});

export const StripView = z.array(z.object({ day: DayText, state: z.enum(['done', 'free', 'missed', 'off', 'break', 'running', 'ahead']) }));

/** A record that fell: the result, and the best before it. */
export const RecordView = z.object({
  drillName: z.string(),
  doseWords: z.string(),
  foot: FootName,
  unit: z.string(),
  result: z.number(),
  before: z.number(),
  at: Instant,
});
export type RecordView = z.infer<typeof RecordView>;

/** A remark at an instant of a clip, in seconds. */
export const RemarkView = z.object({ id: Id, at: z.number(), text: z.string(), coach: z.string() });
export type RemarkView = z.infer<typeof RemarkView>;

/** A coach's answer as the family sees it. */
export const LineView = z.object({
  decisionId: Id,
  coach: z.string(),
  /** The own clip, while it is kept, with the coach's remarks on it. */
  clip: z.object({ id: Id, workAt: z.number() }).nullable(),
  remarks: z.array(RemarkView),
  /** What the coach said aloud. */
  spoken: z.array(z.object({ id: Id, seconds: z.number() })),
  /** Left and right of the recount that a correction rests on. */
  recount: z.object({ left: z.number().int(), right: z.number().int() }).nullable(),
  drillName: z.string(),
  foot: FootName,
  verdict: StandingName,
  claimed: z.number().nullable(),
  value: z.number().nullable(),
  unit: z.string(),
  line: z.string().nullable(),
  /** The language of the line, where it is not the reader's. Left out in a week kept by an older version. */
  lineLanguage: z.enum(LANGUAGE_CODES).nullable().optional(),
  cues: z.array(z.string()),
  at: Instant,
});
export type LineView = z.infer<typeof LineView>;
