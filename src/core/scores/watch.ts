import { mean, sampleVariance } from 'simple-statistics';
import { DAY_MS } from '../calendar/lengths.ts';
import { MEASURES, type Measure } from '../drills/terms.ts';
import type { Doubt } from './doubt.ts';
import { type DoubtReason, GROUNDS, type WatchGround } from './reasons.ts';

/*
 * Whether a coach is told that a player's numbers are worth a look. Four quiet tests, each against what the squad itself shows and so strict
 * that looking after every go, all season, seldom names an honest child. It is a ground to ask for clips, told to the coach alone.
 */

/** From so many goes under a record key on the distance from the own form says something. */
export const FORM_FROM = 4;

/** A go as it is looked at here. */
export interface WatchedGo {
  measure: Measure;
  claimed: number;
  /** A doubt about the number itself that no coach has answered. */
  numberDoubted: boolean;
  /** What a coach counted from its clip; null where nobody did. */
  recounted: number | null;
  filmed: boolean;
  /** How far it lay from the own form when it came, `FORM_FROM` goes into its record key at least; null before that. */
  distance: number | null;
}

const OF_THE_NUMBER: readonly DoubtReason[] = ['far from own form', 'over the ceiling', 'same again'];
/** A fast pace speaks of the number only while there is no own form to go by. */
const FORM_KNOWN = 5;

/** Whether a doubt speaks of what was said, and not of how the go was run (by hand, a short clip). */
export const isOfTheNumber = ({ reason }: Pick<Doubt, 'reason'>, earlierGoes: number): boolean =>
  OF_THE_NUMBER.includes(reason) || (reason === 'very fast' && earlierGoes < FORM_KNOWN);

/** Share of goes of a measure whose number is doubted, as a squad shows it. */
export type UsualDoubts = Record<Measure, number>;

/** Before a squad has shown anything of its own: so many goes with this share doubted are taken for seen. */
const ASSUMED = { goes: 100, share: 0.005 } as const;
/** Of the players of a squad so many, those who are doubted most, say nothing of what is usual. */
const LEFT_OUT = 0.1;

/** A player's goes of one measure, and those of them whose number was doubted. */
export interface DoubtTally {
  playerId: string;
  measure: Measure;
  goes: number;
  doubted: number;
}

/** What is usual in a squad, by measure, without the tenth of its players whose numbers are doubted most. */
export function usualDoubts(tallies: readonly DoubtTally[]): UsualDoubts {
  const of = new Map<string, { goes: number; doubted: number }>();
  for (const { playerId, goes, doubted } of tallies) {
    const had = of.get(playerId) ?? { goes: 0, doubted: 0 };
    of.set(playerId, { goes: had.goes + goes, doubted: had.doubted + doubted });
  }
  const share = ({ goes, doubted }: { goes: number; doubted: number }) => doubted / Math.max(1, goes);
  const most = [...of].sort(([a, x], [b, y]) => share(y) - share(x) || (a < b ? -1 : 1)).slice(0, Math.ceil(LEFT_OUT * of.size));
  const out = new Set(most.map(([id]) => id));
  const kept = tallies.filter(({ playerId }) => !out.has(playerId));
  const shareOf = (measure: Measure) => {
    const mine = kept.filter((one) => one.measure === measure);
    const sum = (of: (one: DoubtTally) => number) => mine.reduce((total, one) => total + of(one), 0);
    return (sum((one) => one.doubted) + ASSUMED.goes * ASSUMED.share) / (sum((one) => one.goes) + ASSUMED.goes);
  };
  return Object.fromEntries(MEASURES.map((measure) => [measure, shareOf(measure)])) as UsualDoubts;
}

/** The chance of at least `hits` where `expected` are usual (upper tail of the Poisson distribution, summed). */
export function atLeastChance(hits: number, expected: number): number {
  let term = Math.exp(-expected);
  let below = 0;
  for (let k = 0; k < hits; k++) {
    below += term;
    term *= expected / (k + 1);
  }
  return Math.max(0, 1 - below);
}

/** Limits of the four tests, chosen on simulated seasons with seeds under 1,000; docs/measurements.md reports others. */
const LIMITS = {
  /** Doubted numbers: at least so many, and so unlikely even for somebody who is doubted half as often again as the squad. */
  doubted: { least: 4, unevenness: 1.5, base: 0.05, chance: 1e-4 },
  /** Recounts: at least two of eight reps or more; the summed log of claim over recount, in its own spread, and on the whole by more than 4 %. */
  recounts: { least: 2, fromReps: 8, share: 0.035, reps: 1.7, over: 0.04, spreads: 2.4 },
  /** Filmed against unfilmed: how many of each, the difference in spreads of form, and how sure. */
  films: { filmed: 8, unfilmed: 25, difference: 0.35, spreads: 3.8, leastVariance: 0.15, low: -3, high: 4 },
  /** The same number as one team-mate: at least five times, and so unlikely among all pairs of a squad. */
  same: { least: 5, unevenness: 1.4, chance: 3e-7 },
} as const;

function doubtedMore(goes: readonly WatchedGo[], usual: UsualDoubts): boolean {
  const { least, unevenness, base, chance } = LIMITS.doubted;
  const seen = goes.filter((go) => go.numberDoubted).length;
  const expected = goes.reduce((sum, go) => sum + usual[go.measure], 0);
  return seen >= least && atLeastChance(seen, unevenness * expected + base) < chance;
}

function moreThanClips(goes: readonly WatchedGo[]): boolean {
  const { least, fromReps, share, reps, over, spreads } = LIMITS.recounts;
  const counted = goes.flatMap(({ claimed, recounted }) =>
    recounted !== null && recounted >= fromReps
      ? [{ log: Math.log(Math.max(1, claimed) / recounted), weight: 1 / (share ** 2 + (reps / recounted) ** 2) }]
      : [],
  );
  if (counted.length < least) return false;
  const weights = counted.reduce((sum, { weight }) => sum + weight, 0);
  const sum = counted.reduce((total, { log, weight }) => total + log * weight, 0);
  return sum / weights > over && sum / Math.sqrt(weights) > spreads;
}

const OF_FORM: readonly Measure[] = ['count in time', 'unbroken run', 'surfaces'];

function betterUnfilmed(goes: readonly WatchedGo[]): boolean {
  const { filmed, unfilmed, difference, spreads, leastVariance, low, high } = LIMITS.films;
  const of = (isFilmed: boolean) =>
    goes.flatMap((go) =>
      go.filmed === isFilmed && go.distance !== null && OF_FORM.includes(go.measure) ? [Math.min(high, Math.max(low, go.distance))] : [],
    );
  const [seen, unseen] = [of(true), of(false)];
  if (seen.length < filmed || unseen.length < unfilmed) return false;
  const apart = mean(unseen) - mean(seen);
  const spread = Math.sqrt(Math.max(leastVariance, sampleVariance(seen)) / seen.length + sampleVariance(unseen) / unseen.length);
  return apart > difference && apart / spread > spreads;
}

/** Numbers from here on that two players both say are no mere chance of small numbers; and within how many days. */
export const SAME_FROM = 12;
export const SAME_WITHIN_MS = 8 * DAY_MS;
/** Measures in which numbers are looked at for being the same. */
export const SAME_IN: readonly Measure[] = ['count in time', 'unbroken run'];

/** Two players' goes of the same thing within eight days: how many, how often with the same number, and how often that would be chance. */
export interface Pair {
  goes: number;
  same: number;
  chance: number;
}

/** Many say numbers in fives, so fives meet more often by chance. */
const FIVES = 3;

/** The chance that two of about the same form say the same number: each varies by about 8 % of it, so their difference by 11 %. */
export const sameByChance = (number: number): number =>
  Math.min(0.5, (number % 5 === 0 ? FIVES : 1) / (number * 0.08 * 2 * Math.sqrt(Math.PI)));

/** Adds a number that somebody said after a team-mate had said one of the same thing. @param pairs by team-mate */
export function meet<K>(pairs: Map<K, Pair>, mate: K, said: number, theirs: number): void {
  const { goes, same, chance } = pairs.get(mate) ?? { goes: 0, same: 0, chance: 0 };
  pairs.set(mate, { goes: goes + 1, same: same + (said === theirs ? 1 : 0), chance: chance + sameByChance(said) });
}

const saysTheSame = ({ same, chance }: Pair): boolean =>
  same >= LIMITS.same.least && atLeastChance(same, LIMITS.same.unevenness * chance) < LIMITS.same.chance;

/**
 * Why a coach may want clips of a player's next goes; none for nearly every honest child.
 * @param goes all of the player's goes with a number, in any order
 * @param usual what is usual in the squad
 * @param pairs the player beside each team-mate, where the player was the later one to say a number
 */
export function groundsOf(goes: readonly WatchedGo[], usual: UsualDoubts, pairs: readonly Pair[]): WatchGround[] {
  const found: Record<WatchGround, boolean> = {
    'doubted more than the squad': doubtedMore(goes, usual),
    'more than the clips show': moreThanClips(goes),
    'better when nobody films': betterUnfilmed(goes),
    'same as a team-mate': pairs.some(saysTheSame),
  };
  return GROUNDS.filter((ground) => found[ground]);
}
