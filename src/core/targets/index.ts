import type { Drill } from '../drills/schema.ts';
import { BETTER, resultUnit } from '../drills/terms.ts';
import { nextStepAbove } from '../progress/ladder.ts';
import { GOES_FOR_NEXT, reachedWith } from '../progress/next.ts';
import { dipOf } from '../progress/records.ts';
import type { TimedResult } from '../progress/trend.ts';
import { LEVELS, type Level } from '../squads/terms.ts';
import { round1 } from '../text/rounded.ts';
import type { Dose, TargetRule } from '../weeks/schema.ts';

export { catchUpExtra, catchUpShare } from './catch-up.ts';
export { arrivalsOf, type CourseGo, type Tuning, tuningOf } from './course.ts';

/** A number to reach and why it is that number. `number` is null when there is none to reach. */
export interface Target {
  number: number | null;
  reason: string;
  /** True when the number comes from a band seen at another dose, or from an estimated band. */
  estimated: boolean;
  /** True when a coach set it for this player in place of the rule's. */
  byCoach: boolean;
}

/** The size of a dose that bands are given for: seconds, reps or sets; null where it does not matter. */
function doseSize(dose: Dose): number | null {
  switch (dose.measure) {
    case 'count in time':
    case 'hits in time':
    case 'time on':
      return dose.seconds;
    case 'fixed reps':
      return dose.reps;
    case 'surfaces':
      return dose.reps * dose.surfaces.length;
    case 'sets':
      return dose.sets;
    default:
      return null;
  }
}

/**
 * What a level reaches on one foot at a dose. An exact band is taken as it is; otherwise the nearest band is scaled
 * in proportion, rounded to whole numbers and marked as an estimate. Null when the drill has no band.
 */
export function bandAt(drill: Drill, dose: Dose, level: Level): { number: number; estimated: boolean } | null {
  const size = dose.measure === 'surfaces' ? dose.reps : doseSize(dose);
  const exact = drill.bands.find((band) => band.per === size || band.per === null);
  if (exact) return { number: exact[level], estimated: exact.estimated };
  if (size === null || drill.bands.length === 0) return null;
  const nearest = drill.bands.reduce((best, band) => (Math.abs((band.per ?? 0) - size) < Math.abs((best.per ?? 0) - size) ? band : best));
  // Nought stays nought: no fault in three sets is none in five.
  const scaled = nearest[level] === 0 ? 0 : Math.max(1, Math.round((nearest[level] * size) / (nearest.per ?? size)));
  return { number: scaled, estimated: true };
}

/** The highest level whose band a result meets at a dose; null for none. */
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

/** What is known of a player under the record key of one foot of an item. */
export interface Own {
  /** The best counted result; null before the first. */
  record: number | null;
  /** The newest counted results, at least the last 8, in any order. */
  recent: readonly TimedResult[];
  /** When the go will be, epoch ms. */
  at: number;
}

/** The chance that a stretch number is meant to be reached with. */
export const STRETCH_CHANCE = 0.6;
/** A stretch number lies between these shares of the record: a dip is no punishment, and a spurt is no debt. */
const LEAST_SHARE = 0.9;
const MOST_SHARE = 1.15;

/**
 * Whole numbers tie, and a tie is reached: without a word for that, 20 would be met too often where 19, 20 and 21 are all there is. Between
 * 0 (every tie reached) and a half (a number stands for all that would be rounded to it), chosen on simulated seasons; see docs/measurements.md.
 */
const TIES = 0.25;

/** Whole numbers, except for seconds, which have tenths. */
const fine = (measure: Dose['measure']) => measure === 'course time' || measure === 'fixed reps';

/**
 * The number that a player reaches with a chance of about 60 %, from the own last 8 goes (robust trend and spread), never under 90 % of
 * the record nor over 115 %; where less is better the shares are those of speed, so never slower than record / 0.9. Null without a go.
 */
export function stretchNumber(own: Own, measure: Dose['measure'], chance = STRETCH_CHANCE): number | null {
  const better = BETTER[measure];
  const wished = reachedWith(chance, own.recent, own.at, better);
  if (wished === null || own.record === null) return null;
  const [low, high] =
    better === 'more' ? [own.record * LEAST_SHARE, own.record * MOST_SHARE] : [own.record / MOST_SHARE, own.record / LEAST_SHARE];
  const held = Math.min(Math.max(wished, low), high);
  // The nearest number that can be reached at all; the bounds hold after rounding too, where they leave a whole number between them.
  if (fine(measure)) return Math.min(Math.max(round1(held), Math.ceil(low * 10) / 10), Math.floor(high * 10) / 10);
  const number = Math.round(wished + (better === 'more' ? TIES : -TIES));
  const [least, most] = [Math.ceil(low - 1e-9), Math.floor(high + 1e-9)];
  return least > most ? Math.round(held) : Math.min(Math.max(number, least), most);
}

function fromBand(drill: Drill, dose: Dose, level: Level, why: string): Target {
  const band = bandAt(drill, dose, level);
  if (!band) return { number: null, reason: 'First time: just see how far you get.', estimated: false, byCoach: false };
  return { number: band.number, reason: why, estimated: band.estimated, byCoach: false };
}

const sure = (number: number, reason: string): Target => ({ number, reason, estimated: false, byCoach: false });

function stretched(drill: Drill, dose: Dose, level: Level, own: Own): Target {
  const number = stretchNumber(own, dose.measure);
  if (number === null) return fromBand(drill, dose, level, 'A first number to aim at.');
  const goes = Math.min(own.recent.length, GOES_FOR_NEXT);
  const from = goes === 1 ? 'your last go' : `your last ${goes} goes`;
  const record = own.record ?? number;
  const dip = own.recent.length > 0 && dipOf(own.recent, BETTER[dose.measure], own.record).now;
  if (dip) return sure(number, `From ${from}. A dip is part of it: your best, ${round1(record)}, is still yours.`);
  return sure(number, `From ${from}: within reach six times in ten. Your best is ${round1(record)}.`);
}

function stepped(dose: Dose, record: number | null): Target {
  if (BETTER[dose.measure] === 'more') {
    const step = nextStepAbove(record);
    return sure(step, record === null ? 'The first step of the ladder.' : `The next step after your best, ${round1(record)}.`);
  }
  if (record === null) return { number: null, reason: 'First time: just see how far you get.', estimated: false, byCoach: false };
  return sure(nextBetter(record, dose), `Less is better here: one step from your best, ${round1(record)}.`);
}

/**
 * A player's number for one foot of one item, with the reason in words.
 * @param own what is known under the same record key
 */
export function targetFor(rule: TargetRule, drill: Drill, dose: Dose, level: Level, own: Own): Target {
  const { record } = own;
  switch (rule.rule) {
    case 'no number':
      return { number: null, reason: 'No number this time.', estimated: false, byCoach: false };
    case 'same for all':
      return sure(rule.number, 'The same number for the whole squad.');
    case 'by level':
      return fromBand(drill, dose, level, `What ${level} players reach.`);
    case 'beat your best':
      if (record === null) return fromBand(drill, dose, level, 'A first number to aim at.');
      return sure(nextBetter(record, dose), `Your best is ${round1(record)}.`);
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
  const reason = number === null ? 'Your coach set no number for you here.' : 'Your coach set this number for you.';
  return { number, reason, estimated: false, byCoach: true };
}

/** Whether a result meets a number, in the measure's own direction. */
export function meets(result: number, target: number, dose: Dose): boolean {
  return BETTER[dose.measure] === 'more' ? result >= target : result <= target;
}

/** A target in words: "23 reps", "24 s or less", or "no number". */
export function targetInWords(target: Target, dose: Dose): string {
  if (target.number === null) return 'no number';
  const unit = resultUnit(dose.measure);
  return BETTER[dose.measure] === 'more' ? `${target.number} ${unit}` : `${target.number} ${unit} or less`;
}
