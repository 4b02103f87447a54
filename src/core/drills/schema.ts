import { z } from 'zod';
import { FAMILIES, KIT, LOADS, MEASURES, SIDES } from './terms.ts';

const words = (max: number) => z.string().trim().min(1).max(max);

/** Reps a second at four honest speeds; nobody's feet go above `ceiling`. `estimated` marks figures not yet seen in practice. */
export const PaceFigures = z
  .object({
    easy: z.number().positive().max(20),
    usual: z.number().positive().max(20),
    fast: z.number().positive().max(20),
    ceiling: z.number().positive().max(20),
    estimated: z.boolean(),
  })
  .refine((p) => p.easy <= p.usual && p.usual <= p.fast && p.fast < p.ceiling, {
    message: 'Pace must rise from easy to usual to fast, and the ceiling must lie above fast.',
  });

/**
 * What three levels reach, on one foot or side, for one dose.
 * `per` is the seconds (timed measures), reps (fixed reps, surfaces) or sets the band was seen at; null where the dose does not matter.
 */
export const Band = z.object({
  per: z.number().positive().nullable(),
  starting: z.number().nonnegative(),
  steady: z.number().nonnegative(),
  strong: z.number().nonnegative(),
  estimated: z.boolean(),
});
export type Band = z.infer<typeof Band>;

/** One drill at one version, as published weeks freeze it. */
export const Drill = z.object({
  id: z.string().regex(/^[a-z0-9]+(-[a-z0-9]+)*$/, 'A drill id is small letters, digits and dashes.'),
  version: z.number().int().min(1),
  /** Scores of versions in the same group share records; a change of the movement or the counting starts a new group. */
  group: z.number().int().min(1),
  name: words(60),
  aliases: z.array(words(60)).max(12),
  family: z.enum(FAMILIES),
  purpose: words(160),
  steps: z.array(words(200)).min(2).max(6),
  cues: z.array(words(120)).min(1).max(6),
  faults: z
    .array(z.object({ wrong: words(120), mend: words(160) }))
    .min(1)
    .max(6),
  kit: z.array(z.enum(KIT)),
  /** Metres of free ground needed. */
  space: z.object({ length: z.number().positive().max(60), width: z.number().positive().max(60) }),
  sides: z.enum(SIDES),
  measure: z.enum(MEASURES),
  counting: z.object({ unit: words(60), counts: words(200), doesNotCount: words(200) }),
  pace: PaceFigures,
  /** Ball contacts in one rep, by the working foot (or by both together where the feet are not told apart). */
  touchesPerRep: z.number().nonnegative().max(12),
  /** Seconds that one set or one clean course usually takes; null for other measures. */
  courseSeconds: z.number().positive().max(600).nullable(),
  easier: z.array(z.string()),
  bands: z.array(Band),
  cautions: z.array(words(160)),
  loads: z.array(z.enum(LOADS)),
  minAge: z.number().int().min(4).max(18).nullable(),
});
export type Drill = z.infer<typeof Drill>;
