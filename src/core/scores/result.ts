import type { Drill } from '../drills/schema.ts';
import type { Foot, Measure } from '../drills/terms.ts';
import { t } from '../text/translate.ts';
import type { Dose } from '../weeks/schema.ts';

/** Seconds that a moved cone costs in a course on time. */
export const FAULT_PENALTY_SECONDS = 2;

/** What a player claims for one foot of one go. */
export interface Claim {
  /** Reps, hits, longest run, sets done, touches over all surfaces, or seconds; null for "I lost count". */
  value: number | null;
  /** Losses of control, misses or moved cones. */
  faults: number;
  /** Seconds of work that ran, by the clock or as told. */
  seconds: number;
}

/**
 * The one number a go is compared by, or null when there is none ("I lost count", work not done).
 * - `fixed reps`: seconds taken, once all reps are done
 * - `sets`: faults, once all sets are done
 * - `course time`: seconds + 2 s a fault
 * - all else: the value itself
 */
export function resultOf(claim: Claim, dose: Dose): number | null {
  if (claim.value === null) return null;
  switch (dose.measure) {
    case 'fixed reps':
      return claim.value >= dose.reps && claim.seconds > 0 ? claim.seconds : null;
    case 'sets':
      return claim.value >= dose.sets ? claim.faults : null;
    case 'course time':
      return claim.value + FAULT_PENALTY_SECONDS * claim.faults;
    default:
      return claim.value;
  }
}

/**
 * The result as a band takes it. A band of surfaces is meant on each of them, so of surfaces it is what all would come to if each were as full
 * as the emptiest: 60 + 40 + 0 + 0 is 0, and 25 on each of four is 100. Where the surfaces were not told apart, and for all else, the result.
 */
export function bandedResult(claim: Claim & { parts?: Readonly<Record<string, number>> | null }, dose: Dose): number | null {
  const result = resultOf(claim, dose);
  if (result === null || dose.measure !== 'surfaces' || !claim.parts) return result;
  const { parts } = claim;
  return Math.min(...dose.surfaces.map((surface) => parts[surface] ?? 0)) * dose.surfaces.length;
}

/** Surfaces of a dose that have all their touches; null where the surfaces were not told apart. */
export function fullSurfaces(parts: Readonly<Record<string, number>> | null, dose: Dose): number | null {
  if (dose.measure !== 'surfaces' || !parts) return null;
  return dose.surfaces.filter((surface) => (parts[surface] ?? 0) >= dose.reps).length;
}

/** Reps a second of a claim, or null where the measure has no such thing. */
export function rateOf(claim: Claim, measure: Measure): number | null {
  if (claim.value === null || claim.seconds <= 0) return null;
  const rated: Measure[] = ['count in time', 'hits in time', 'fixed reps'];
  return rated.includes(measure) ? claim.value / claim.seconds : null;
}

/** The part of a dose that makes it another record: seconds, reps, distance, bounce. It is kept, so it is in no reader's language. */
function doseKey(dose: Dose): string {
  switch (dose.measure) {
    case 'count in time':
    case 'time on':
      return `${dose.seconds} s`;
    case 'hits in time':
      return `${dose.seconds} s from ${dose.distance} steps`;
    case 'unbroken run':
      return dose.bounce ? 'with bounce' : 'no bounce';
    case 'fixed reps':
      return `${dose.reps} reps`;
    case 'sets':
      return `${dose.sets} sets`;
    case 'course time':
      return 'one course';
    case 'surfaces':
      return `${dose.reps} on ${[...dose.surfaces].sort().join('+')}`;
  }
}

/**
 * The full key of a record: drill version group, measure, dose and foot. Scores with the same key can be compared;
 * 24 in 10 s, 66 in 30 s and the left foot's 66 are three records.
 */
export function recordKey(drill: Pick<Drill, 'id' | 'group'>, dose: Dose, foot: Foot): string {
  return [drill.id, drill.group, dose.measure, doseKey(dose), foot].join(' | ');
}

/** The dose in words for people, such as "30 s", "20 reps" or "5 sets". */
export function doseInWords(dose: Dose): string {
  switch (dose.measure) {
    case 'count in time':
    case 'time on':
      return t('{seconds} s', { seconds: dose.seconds });
    case 'hits in time':
      return t('{seconds} s from {distance} steps', { seconds: dose.seconds, distance: dose.distance });
    case 'unbroken run':
      return dose.bounce
        ? t('{seconds} s of tries, with bounce', { seconds: dose.seconds })
        : t('{seconds} s of tries, no bounce', { seconds: dose.seconds });
    case 'fixed reps':
      return t('{reps} reps', { reps: dose.reps });
    case 'sets':
      return t('{sets} sets', { sets: dose.sets });
    case 'course time':
      return t('one course');
    case 'surfaces':
      return t('{reps} on {surfaces} surfaces', { reps: dose.reps, surfaces: dose.surfaces.length });
  }
}
