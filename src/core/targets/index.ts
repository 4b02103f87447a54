import type { Drill } from '../drills/schema.ts';
import { BETTER, type Level, resultUnit } from '../drills/terms.ts';
import type { Dose, TargetRule } from '../weeks/schema.ts';

/** A number to reach and why it is that number. `number` is null when there is none to reach. */
export interface Target {
  number: number | null;
  reason: string;
  /** True when the number comes from a band seen at another dose, or from an estimated band. */
  estimated: boolean;
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
  return { number: Math.max(1, Math.round((nearest[level] * size) / (nearest.per ?? size))), estimated: true };
}

/** The next better whole number: one more where more is better, one less (never below 0) where less is. */
export function nextBetter(record: number, dose: Dose): number {
  return BETTER[dose.measure] === 'more' ? Math.floor(record) + 1 : Math.max(0, Math.ceil(record) - 1);
}

function fromBand(drill: Drill, dose: Dose, level: Level, why: string): Target {
  const band = bandAt(drill, dose, level);
  if (!band) return { number: null, reason: 'First time: just see how far you get.', estimated: false };
  return { number: band.number, reason: why, estimated: band.estimated };
}

/**
 * A player's number for one foot of one item.
 * @param record the player's record under the same record key, or null before the first counted go
 */
export function targetFor(rule: TargetRule, drill: Drill, dose: Dose, level: Level, record: number | null): Target {
  switch (rule.rule) {
    case 'no number':
      return { number: null, reason: 'No number this time.', estimated: false };
    case 'same for all':
      return { number: rule.number, reason: 'The same number for the whole squad.', estimated: false };
    case 'by level':
      return fromBand(drill, dose, level, `What ${level} players reach.`);
    case 'beat your best':
      if (record === null) return fromBand(drill, dose, level, 'A first number to aim at.');
      return { number: nextBetter(record, dose), reason: `Your best is ${Math.round(record * 10) / 10}.`, estimated: false };
  }
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
