import { z } from 'zod';
import { FEET, MEASURES, STRONGER_FEET } from '../core/drills/terms.ts';
import { Dose } from '../core/weeks/schema.ts';

/** Shapes that several areas share on the wire. */

export const Id = z.uuid('This id is not a UUID.');
/** Epoch milliseconds, UTC. */
export const Instant = z.number().int().min(0).max(8_640_000_000_000_000);
export const Day = z.string().regex(/^\d{4}-\d{2}-\d{2}$/, 'A day looks like 2026-11-24.');
export const Nothing = z.undefined();
export const NoParams = z.object({});

export const FootName = z.enum(FEET);
export const StrongerFootName = z.enum(STRONGER_FEET);
export const MeasureName = z.enum(MEASURES);
export { Dose };

export const DoubtView = z.object({
  reason: z.string(),
  result: z.enum(['look', 'cannot be']),
  sentence: z.string(),
});

export const StandingName = z.enum(['clear', 'waiting for the coach', 'counted', 'corrected', 'again please', 'set aside']);

export const TargetView = z.object({ number: z.number().nullable(), reason: z.string(), estimated: z.boolean() });

export const StreakView = z.object({
  unit: z.enum(['day', 'week']),
  current: z.number().int(),
  best: z.number().int(),
  firstDay: Day.nullable(),
  needsToday: z.boolean(),
  loosening: z.boolean(),
  sentence: z.string(),
});

export const StripView = z.array(z.object({ day: Day, state: z.enum(['done', 'free', 'missed', 'off', 'break', 'running', 'ahead']) }));

/** A coach's answer as the family sees it. */
export const LineView = z.object({
  decisionId: Id,
  drillName: z.string(),
  foot: FootName,
  verdict: StandingName,
  claimed: z.number().nullable(),
  value: z.number().nullable(),
  unit: z.string(),
  line: z.string().nullable(),
  cues: z.array(z.string()),
  at: Instant,
});
export type LineView = z.infer<typeof LineView>;
