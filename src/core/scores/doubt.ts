import { median } from 'simple-statistics';
import type { Drill } from '../drills/schema.ts';
import { BETTER } from '../drills/terms.ts';
import type { Dose } from '../weeks/schema.ts';
import { FORM_GOES, formDistance } from './form.ts';
import { mendedToRecord } from './mend.ts';
import { type Odd, oddOf } from './odd.ts';
import type { DoubtReason } from './reasons.ts';
import { type Claim, rateOf, resultOf } from './result.ts';

export type DoubtResult = 'clear' | 'look' | 'cannot be';

/** A reason with the figures that it is said with (doubt-words.ts); times in seconds, paces in reps a second. */
export type DoubtCause =
  | { reason: 'over the ceiling' | 'very fast'; claimed: number; seconds: number; pace: number; bound: number }
  | { reason: 'far from own form'; number: number; distance: number; middle: number; bound: number }
  | { reason: 'record by hand'; number: number; best: number }
  | { reason: 'clip too short'; clipSeconds: number; seconds: number }
  | { reason: 'same again'; number: number; times: number }
  | { reason: 'recount differs'; claimed: number; recounted: number }
  | { reason: 'odd number'; odd: Odd }
  | { reason: 'mended'; number: number; first: number | null; best: number };

export type Doubt = DoubtCause & {
  result: Exclude<DoubtResult, 'clear'>;
  /** What the rule looked at: reps a second, the result, the seconds that are short, the number, or the difference. */
  figure: number;
};

/** A doubt that a coach cleared once with a reason, under the same player and record key. */
export interface ClearedDoubt {
  scoreId: string;
  reason: DoubtReason;
  figure: number;
}

/** Figures of the doubt rules that a squad may change. */
export interface DoubtRules {
  /** Robust distance from the own median above which a score is far from own form. */
  formDistance: number;
  /** Earlier scores needed before form is judged. */
  formScores: number;
  /** Share of the work time that a clip may be short of. */
  clipShortShare: number;
  /** How many times running the same number is one too many. */
  sameRun: number;
  /** Smaller numbers come out the same by chance, and are not looked at for it. */
  sameFrom: number;
  /** A recount may differ by this many reps, or by this share of the recount, whichever is more. */
  recountReps: number;
  recountShare: number;
}

export const DOUBT_RULES: DoubtRules = {
  formDistance: 4,
  formScores: 5,
  clipShortShare: 0.1,
  sameRun: 4,
  sameFrom: 20,
  recountReps: 2,
  recountShare: 0.05,
};

export interface DoubtInput {
  claim: Claim;
  clocked: boolean;
  drill: Pick<Drill, 'name' | 'pace' | 'counting'>;
  dose: Dose;
  /** Results of the same record key before this one, oldest first; set-aside scores left out. */
  earlier: readonly number[];
  /** Length of the clip in seconds; null without one. */
  clipSeconds: number | null;
  /** What the coach counted from the clip; null without a recount. */
  recounted: number | null;
  /** Metres of one course as it lies in the player's yard; null or left out where there is none or nobody knows. */
  courseMetres?: number | null;
  /** What the player said of the go at first; null or left out where it was never mended. */
  first?: Pick<Claim, 'value' | 'faults'> | null;
  /** Doubts that were cleared before; none when left out. */
  cleared?: readonly ClearedDoubt[];
  scoreId?: string;
}

function paceDoubt({ claim, drill, dose }: DoubtInput): Doubt | null {
  const pace = rateOf(claim, dose.measure);
  if (pace === null || claim.value === null || pace <= drill.pace.fast) return null;
  const cause = { claimed: claim.value, seconds: claim.seconds, pace, figure: pace };
  return pace > drill.pace.ceiling
    ? { ...cause, reason: 'over the ceiling', result: 'cannot be', bound: drill.pace.ceiling }
    : { ...cause, reason: 'very fast', result: 'look', bound: drill.pace.fast };
}

function formDoubt({ claim, dose, earlier }: DoubtInput, rules: DoubtRules): Doubt | null {
  const result = resultOf(claim, dose);
  if (result === null || earlier.length < rules.formScores) return null;
  const distance = formDistance(result, earlier, dose.measure);
  if (distance <= rules.formDistance) return null;
  return {
    reason: 'far from own form',
    result: 'look',
    number: result,
    distance,
    middle: median(earlier.slice(-FORM_GOES)),
    bound: rules.formDistance,
    figure: result,
  };
}

/** The best of some results; null for none. */
function bestAmong(results: readonly number[], better: 'more' | 'less'): number | null {
  if (results.length === 0) return null;
  return better === 'more' ? Math.max(...results) : Math.min(...results);
}

/** A record within so many spreads of the own form is an ordinary good go, clock or not. */
const ORDINARY = 3;
/** While there is no own form yet, so is one that is better than the best by no more than this share; of runs, which go up by leaps, by more. */
const ORDINARY_AT_FIRST = { run: 1.5, other: 1.2 } as const;

/** Whether a record is no more than a good go of somebody who has been seen before. */
function isOrdinary(result: number, best: number, { dose, earlier }: DoubtInput, { formScores }: DoubtRules): boolean {
  if (earlier.length >= formScores) return formDistance(result, earlier, dose.measure) <= ORDINARY;
  const share = ORDINARY_AT_FIRST[dose.measure === 'unbroken run' ? 'run' : 'other'];
  return BETTER[dose.measure] === 'more' ? result <= share * best : share * result >= best;
}

function recordDoubt(input: DoubtInput, rules: DoubtRules): Doubt | null {
  const { claim, clocked, dose, earlier } = input;
  const result = resultOf(claim, dose);
  if (result === null || clocked || earlier.length === 0 || dose.measure === 'time on') return null;
  const best = bestAmong(earlier, BETTER[dose.measure]) ?? 0;
  const isRecord = BETTER[dose.measure] === 'more' ? result > best : result < best;
  if (!isRecord || isOrdinary(result, best, input, rules)) return null;
  return {
    reason: 'record by hand',
    result: 'look',
    number: result,
    best,
    figure: result,
  };
}

function clipDoubt({ claim, clipSeconds }: DoubtInput, rules: DoubtRules): Doubt | null {
  if (clipSeconds === null || clipSeconds >= claim.seconds * (1 - rules.clipShortShare)) return null;
  return {
    reason: 'clip too short',
    result: 'look',
    clipSeconds,
    seconds: claim.seconds,
    figure: claim.seconds - clipSeconds,
  };
}

/** Children say round numbers: fives come out the same more easily, and are looked at one time later. */
const ROUND = 5;

function sameDoubt({ claim, dose, earlier }: DoubtInput, rules: DoubtRules): Doubt | null {
  const result = resultOf(claim, dose);
  const counted = ['count in time', 'hits in time', 'unbroken run', 'course time'].includes(dose.measure);
  if (result === null || !counted || result < rules.sameFrom) return null;
  const times = rules.sameRun + (result % ROUND === 0 ? 1 : 0);
  if (earlier.length < times - 1 || !earlier.slice(1 - times).every((value) => value === result)) return null;
  return {
    reason: 'same again',
    result: 'look',
    number: result,
    times,
    figure: result,
  };
}

function recountDoubt({ claim, recounted }: DoubtInput, rules: DoubtRules): Doubt | null {
  if (recounted === null || claim.value === null) return null;
  const allowed = Math.max(rules.recountReps, rules.recountShare * recounted);
  if (Math.abs(claim.value - recounted) <= allowed) return null;
  return {
    reason: 'recount differs',
    result: 'look',
    claimed: claim.value,
    recounted,
    figure: Math.abs(claim.value - recounted),
  };
}

/** What the player was asked about, too. What the pace says is said by it; what is far from the own form, by that. */
function oddDoubt(input: DoubtInput, rules: DoubtRules): Doubt | null {
  const { claim, drill, dose, earlier, courseMetres = null } = input;
  const best = bestAmong(earlier, BETTER[dose.measure]);
  const odd = oddOf({ claim, dose, ceiling: drill.pace.ceiling, best, courseMetres });
  if (!odd || odd.kind === 'over the ceiling') return null;
  if (odd.kind === 'far above the best' && formDoubt(input, rules)) return null;
  const impossible = odd.kind === 'no time' || odd.kind === 'too quick';
  return { reason: 'odd number', result: impossible ? 'cannot be' : 'look', odd, figure: odd.number };
}

/** A number that became a record by mending is looked at once: fingers slip, and so does memory. */
function mendDoubt({ claim, dose, earlier, first = null }: DoubtInput): Doubt | null {
  const best = bestAmong(earlier, BETTER[dose.measure]);
  const number = resultOf(claim, dose);
  if (!first || best === null || number === null || !mendedToRecord(claim, first, dose, best)) return null;
  return { reason: 'mended', result: 'look', number, first: first.value, best, figure: number };
}

/** A little more than what was cleared is still the same cause. */
const CLEARED_SLACK = 1.05;
const PACE: readonly DoubtReason[] = ['over the ceiling', 'very fast'];

/**
 * Whether an earlier clearing answers a doubt, so that it is not raised again without cause: a pace or a result up to 5 % beyond the
 * cleared one, a clip no more than 5 % shorter, the very same number. A recount that differs, and a mended number, are answered for their own score only.
 */
export function clears(
  cleared: ClearedDoubt,
  doubt: Pick<Doubt, 'reason' | 'figure'>,
  scoreId: string | undefined,
  better: 'more' | 'less',
): boolean {
  if (PACE.includes(cleared.reason) && PACE.includes(doubt.reason)) return doubt.figure <= cleared.figure * CLEARED_SLACK;
  if (cleared.reason !== doubt.reason) return false;
  switch (doubt.reason) {
    case 'same again':
      return doubt.figure === cleared.figure;
    case 'recount differs':
    case 'mended':
      return cleared.scoreId === scoreId && doubt.figure <= cleared.figure;
    case 'far from own form':
    case 'record by hand':
    case 'odd number':
      return better === 'more' ? doubt.figure <= cleared.figure * CLEARED_SLACK : doubt.figure * CLEARED_SLACK >= cleared.figure;
    default:
      return doubt.figure <= cleared.figure * CLEARED_SLACK;
  }
}

/**
 * All reasons to doubt a claim, strongest first: those that stand, and those that a clearing answers.
 * An honest "I lost count" is never doubted.
 */
export function weighDoubts(input: DoubtInput, rules: DoubtRules = DOUBT_RULES): { doubts: Doubt[]; answered: Doubt[] } {
  if (input.claim.value === null) return { doubts: [], answered: [] };
  const found = [
    paceDoubt(input),
    formDoubt(input, rules),
    recordDoubt(input, rules),
    clipDoubt(input, rules),
    sameDoubt(input, rules),
    recountDoubt(input, rules),
    oddDoubt(input, rules),
    mendDoubt(input),
  ].filter((doubt): doubt is Doubt => doubt !== null);
  found.sort((a, b) => Number(b.result === 'cannot be') - Number(a.result === 'cannot be'));
  const better = BETTER[input.dose.measure];
  const isAnswered = (doubt: Doubt) => (input.cleared ?? []).some((cleared) => clears(cleared, doubt, input.scoreId, better));
  return { doubts: found.filter((doubt) => !isAnswered(doubt)), answered: found.filter(isAnswered) };
}

/** The doubts of a claim that stand, strongest first. */
export const doubtsOf = (input: DoubtInput, rules: DoubtRules = DOUBT_RULES): Doubt[] => weighDoubts(input, rules).doubts;

/** The worst of a list of doubts; `clear` for none. */
export function doubtResult(doubts: readonly Doubt[]): DoubtResult {
  if (doubts.some((doubt) => doubt.result === 'cannot be')) return 'cannot be';
  return doubts.length > 0 ? 'look' : 'clear';
}
