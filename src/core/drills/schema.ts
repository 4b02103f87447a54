import { z } from 'zod';
import { Layout } from '../layouts/layout.ts';
import { LANGUAGE_CODES } from '../text/languages.ts';
import { english, says, t } from '../text/translate.ts';
import { CONTACT_SCHOOLS, FAMILIES, KIT, LOADS, MEASURES, WORKING_SIDES } from './terms.ts';

const words = (max: number, what: string) =>
  z.string().trim().min(1, says('{what} must not be empty.', { what })).max(max, says('{what} has at most {max} letters.', { what, max }));

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
    error: () => t('Pace must rise from easy to usual to fast, and the ceiling must lie above fast.'),
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

const Cues = z
  .array(words(120, english('A cue')))
  .min(1, says('Write at least one cue.'))
  .max(6, says('At most 6 cues.'));
const Faults = z
  .array(z.object({ wrong: words(120, english('A fault')), mend: words(160, english('A correction')) }))
  .min(1, says('Write at least one fault and its correction.'))
  .max(6, says('At most 6 faults.'));

/** What one school of contact says of a drill. */
const SchoolWords = z.object({ cues: Cues, faults: Faults });

/** A drill's movement in words (core/moves reads them). */
export const DrillMoves = z.object({
  texts: z
    .array(words(1600, english('The moves')))
    .min(1, says('Say the moves.'))
    .max(2, says('At most two examples.')),
  free: z.boolean(),
});
export type DrillMoves = z.infer<typeof DrillMoves>;

const TEXTS_SAID = 80;

/** A coach’s own drill in a second language: what its texts are there, by how they are written. Where one is missing the first language stands. */
export const AlsoIn = z
  .object({
    written: z.enum(LANGUAGE_CODES),
    language: z.enum(LANGUAGE_CODES),
    texts: z
      .record(words(200, english('A text')), words(200, english('What it is in the other language')))
      .refine((texts) => Object.keys(texts).length <= TEXTS_SAID, says('At most 80 texts in the other language.')),
  })
  .refine(({ written, language }) => written !== language, says('The second language is another one than the first.'));
export type AlsoIn = z.infer<typeof AlsoIn>;

/** One drill at one version, as published weeks freeze it. */
export const Drill = z.object({
  id: z
    .string()
    .max(80)
    .regex(/^[a-z0-9]+(-[a-z0-9]+)*$/, says('A drill id is small letters, digits and dashes.')),
  version: z.number().int().min(1),
  /** Scores of versions in the same group share records; a change of the movement or the counting starts a new group. */
  group: z.number().int().min(1),
  name: words(60, english('The name')),
  aliases: z.array(words(60, english('An alias'))).max(12, says('At most 12 aliases.')),
  family: z.enum(FAMILIES),
  purpose: words(160, english('The purpose')),
  steps: z
    .array(words(200, english('A step')))
    .min(1, says('Write at least one step, or say the moves.'))
    .max(6, says('At most 6 steps.')),
  cues: Cues,
  faults: Faults,
  /** The other words that each school of juggling contact has for it; null where the schools agree. */
  contact: z.object({ 'toe-up': SchoolWords, laces: SchoolWords }).nullable().default(null),
  /** The school a drill belongs to alone; `twin` is then the drill that the other school starts with. */
  school: z.enum(CONTACT_SCHOOLS).nullable().default(null),
  twin: z.string().max(80).nullable().default(null),
  /** Cones and the way over them; null where the drill needs none. */
  layout: Layout.nullable().default(null),
  /** What feet and ball do, in the words of the moves; two examples where the drill is free. Null where nobody has said it yet. */
  moves: DrillMoves.nullable().default(null),
  kit: z.array(z.enum(KIT)),
  /** Metres of free ground needed. */
  space: z.object({
    length: z
      .number(says('The length must be a number of meters.'))
      .positive(says('The length must be above 0 m.'))
      .max(60, says('The length is at most 60 m.')),
    width: z
      .number(says('The width must be a number of meters.'))
      .positive(says('The width must be above 0 m.'))
      .max(60, says('The width is at most 60 m.')),
  }),
  sides: z.enum(WORKING_SIDES),
  measure: z.enum(MEASURES),
  /** What is counted, one by one, and what is not; shown before every scored go. */
  counting: z.object({
    unit: words(60, english('The counting unit')),
    counts: words(200, english('What counts')),
    doesNotCount: words(200, english('What does not count')),
  }),
  pace: PaceFigures,
  /** Ball contacts in one rep, by the working foot (or by both together where the feet are not told apart). */
  touchesPerRep: z.number().nonnegative().max(12),
  /** Seconds that one set or one clean course usually takes; null for other measures. */
  courseSeconds: z.number().positive().max(600).nullable(),
  easier: z.array(z.string().max(80)).max(8, says('At most 8 easier drills.')),
  bands: z.array(Band).max(8, says('At most 8 bands.')),
  cautions: z.array(words(160, english('A caution'))),
  loads: z.array(z.enum(LOADS)),
  /** Youngest and oldest age in years it is meant for; null for no limit. */
  minAge: z.number().int().min(4, says('Ages are 4 to 18.')).max(18, says('Ages are 4 to 18.')).nullable(),
  maxAge: z.number().int().min(4, says('Ages are 4 to 18.')).max(18, says('Ages are 4 to 18.')).nullable().default(null),
  /** In a second language; left out where it has none. */
  also: AlsoIn.optional(),
});
export type Drill = z.infer<typeof Drill>;
