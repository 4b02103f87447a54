import type { Drill } from '../drills/schema.ts';
import { BETTER } from '../drills/terms.ts';
import { nextStepAbove } from '../progress/ladder.ts';
import { GOES_FOR_NEXT } from '../progress/next.ts';
import { dipOf } from '../progress/records.ts';
import { LEVELS, type Level } from '../squads/terms.ts';
import { round1 } from '../text/rounded.ts';
import { t } from '../text/translate.ts';
import type { Dose, TargetRule } from '../weeks/schema.ts';
import { STRETCH_AIM } from './aims.ts';
import { type Own, type StretchNumber, stretchOf } from './stretch.ts';
import type { Target } from './words.ts';

export * from './aims.ts';
export { catchUpExtra, catchUpShare } from './catch-up.ts';
export { arrivalsOf, type CourseGo, type Tuning, tuningOf } from './course.ts';
export * from './stretch.ts';
export { type Target, targetInWords } from './words.ts';

/** The size of a dose that bands are given for: seconds, reps (on each surface) or sets; null where it does not matter. */
function doseSize(dose: Dose): number | null {
  switch (dose.measure) {
    case 'count in time':
    case 'hits in time':
    case 'time on':
      return dose.seconds;
    case 'fixed reps':
    case 'surfaces':
      return dose.reps;
    case 'sets':
      return dose.sets;
    default:
      return null;
  }
}

/** Surfaces that bands were seen over before they were given for each. */
const SURFACES_ONCE = 4;

/** What a level reaches on each surface. A band over so many touches that one surface cannot have them was given for all four together. */
const onEach = (band: Drill['bands'][number], level: Level): number =>
  band.per !== null && band.strong > band.per ? band[level] / SURFACES_ONCE : band[level];

/**
 * What a level reaches on one foot at a dose. An exact band is taken as it is; otherwise the nearest band is scaled in proportion, rounded to
 * whole numbers and marked as an estimate. A band of surfaces is meant on each of them, and counts how many there are: the number is that of
 * all together, and met where each has its part. Null when the drill has no band.
 */
export function bandAt(drill: Drill, dose: Dose, level: Level): { number: number; estimated: boolean } | null {
  const size = doseSize(dose);
  const surfaces = dose.measure === 'surfaces' ? dose.surfaces.length : null;
  const of = (band: Drill['bands'][number]) => (surfaces === null ? band[level] : onEach(band, level));
  const exact = drill.bands.find((band) => band.per === size || band.per === null);
  if (exact) return { number: of(exact) * (surfaces ?? 1), estimated: exact.estimated };
  if (size === null || drill.bands.length === 0) return null;
  const nearest = drill.bands.reduce((best, band) => (Math.abs((band.per ?? 0) - size) < Math.abs((best.per ?? 0) - size) ? band : best));
  // Nought stays nought: no fault in three sets is none in five.
  const scaled = of(nearest) === 0 ? 0 : Math.max(1, Math.round((of(nearest) * size) / (nearest.per ?? size)));
  return { number: scaled * (surfaces ?? 1), estimated: true };
}

/** The highest level whose band a result, as bands take it (`bandedResult`), meets at a dose; null for none. */
export function bandMet(drill: Drill, dose: Dose, result: number): Level | null {
  const met = (level: Level) => {
    const band = bandAt(drill, dose, level);
    return band !== null && meets(result, band.number, dose);
  };
  return [...LEVELS].reverse().find(met) ?? null;
}

/** The next better whole number: one more where more is better, one less (never below 0) where less is. */
export function nextBetter(record: number, dose: Dose): number {
  return BETTER[dose.measure] === 'more' ? Math.floor(record) + 1 : Math.max(0, Math.ceil(record) - 1);
}

function fromBand(drill: Drill, dose: Dose, level: Level, why: string): Target {
  const band = bandAt(drill, dose, level);
  if (!band) return { number: null, reason: t('First time: just see how far you get.'), estimated: false, byCoach: false };
  const each = dose.measure === 'surfaces' ? t(' On each surface {number}.', { number: round1(band.number / dose.surfaces.length) }) : '';
  return { number: band.number, reason: `${why}${each}`, estimated: band.estimated, byCoach: false };
}

/** Why a first number is that number: there is no go of one's own yet. */
const firstNumber = (level: Level) => t('A first number to aim at: what {level} players reach.', { level });

const sure = (number: number, reason: string): Target => ({ number, reason, estimated: false, byCoach: false });

/** “six times in ten”, “65 times in a hundred”. */
function howOften(chance: number): string {
  const hundredths = Math.round(100 * chance);
  return hundredths % 10 === 0
    ? t('{n, select, 5 {five} 6 {six} 7 {seven} 8 {eight} other {{n}}} times in ten', { n: hundredths / 10 })
    : t('{hundredths} times in a hundred', { hundredths });
}

function stretched(drill: Drill, dose: Dose, level: Level, own: Own): Target {
  const found = stretchOf(own, dose.measure);
  if (found === null) return fromBand(drill, dose, level, firstNumber(level));
  return { ...sure(found.number, whyStretched(found, dose, own)), stretch: true };
}

/** What set a stretch number, in words. */
function whyStretched({ number, by }: StretchNumber, dose: Dose, own: Own): string {
  const goes = Math.min(own.recent.length, GOES_FOR_NEXT);
  const from = goes === 1 ? t('your last go') : t('your last {goes} goes', { goes });
  const record = own.record ?? number;
  const best = t('Your best is {record}.', { record: round1(record) });
  const dip = own.recent.length > 0 && dipOf(own.recent, BETTER[dose.measure], own.record).now;
  if (dip) return t('From {from}. A dip is part of it: your best, {record}, is still yours.', { from, record: round1(record) });
  if (by === 'cap') return t('A little beyond your best, {record}, and no more at once.', { record: round1(record) });
  const often = t('within reach {howOften}', { howOften: howOften(own.aim ?? STRETCH_AIM) });
  if (by === 'shown') return t('The same number as last time: still {often}. {best}', { often, best });
  if (dose.measure === 'sets' && number === 0) return t('No fault at all: make it harder with the cones closer. From {from}.', { from });
  return t('From {from}: {often}. {best}', { from, often, best });
}

function stepped(dose: Dose, record: number | null): Target {
  if (BETTER[dose.measure] === 'more') {
    const step = nextStepAbove(record);
    return sure(
      step,
      record === null ? t('The first step of the ladder.') : t('The next step after your best, {record}.', { record: round1(record) }),
    );
  }
  if (record === null) return { number: null, reason: t('First time: just see how far you get.'), estimated: false, byCoach: false };
  return sure(nextBetter(record, dose), t('Less is better here: one step from your best, {record}.', { record: round1(record) }));
}

/**
 * A player's number for one foot of one item, with the reason in words.
 * @param own what is known under the same record key
 */
export function targetFor(rule: TargetRule, drill: Drill, dose: Dose, level: Level, own: Own): Target {
  const { record } = own;
  switch (rule.rule) {
    case 'no number':
      return { number: null, reason: t('No number this time.'), estimated: false, byCoach: false };
    case 'same for all':
      return sure(rule.number, t('The same number for the whole squad.'));
    case 'by level':
      return fromBand(drill, dose, level, t('What {level} players reach.', { level }));
    case 'beat your best':
      if (record === null) return fromBand(drill, dose, level, firstNumber(level));
      return sure(nextBetter(record, dose), t('Your best is {record}.', { record: round1(record) }));
    case 'stretch':
      return stretched(drill, dose, level, own);
    case 'step ladder':
      return stepped(dose, record);
  }
}

/** Rules whose number follows a record at once, within the same visit; the others stay as they were given. */
export const followsRecord = (rule: TargetRule): boolean => rule.rule === 'beat your best' || rule.rule === 'step ladder';

/** A number that a coach set for one player in place of the rule's; null is "no number". */
export function targetByCoach(number: number | null): Target {
  const reason = number === null ? t('Your coach set no number for you here.') : t('Your coach set this number for you.');
  return { number, reason, estimated: false, byCoach: true };
}

/** Whether a result meets a number, in the measure's own direction. */
export function meets(result: number, target: number, dose: Dose): boolean {
  return BETTER[dose.measure] === 'more' ? result >= target : result <= target;
}
