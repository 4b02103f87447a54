import { erf, probit } from 'simple-statistics';
import { WEEK_MS } from '../calendar/lengths.ts';
import { BETTER, type Measure } from '../drills/terms.ts';
import { GOES_FOR_NEXT } from '../progress/next.ts';
import type { TimedResult } from '../progress/trend.ts';
import { round1 } from '../text/rounded.ts';
import { STRETCH_AIM } from './aims.ts';

/** A number lies no further above the record than this share: a spurt is no debt. Where less is better it is a share of the speed. */
const MOST_SHARE = 1.15;

/** A scale on which goes of a measure vary evenly, whatever their size, and the spread of a player of whom little is known on it. */
interface Scale {
  to(result: number): number;
  from(y: number): number;
  usual(middle: number): number;
}

const logs = (least: number, usual: Scale['usual']): Scale => ({ to: (x) => Math.log(Math.max(least, x)), from: Math.exp, usual });
/** The square root with Anscombe's three eighths (1948), which makes the spread of small counts even. */
const roots = (usual: number): Scale => ({ to: (x) => Math.sqrt(Math.max(0, x) + 0.375), from: (y) => y * y - 0.375, usual: () => usual });
const asIs: Scale = { to: (x) => x, from: (y) => y, usual: (middle) => Math.max(2, 0.1 * middle) };

const SCALE: Record<Measure, Scale> = {
  // A count varies by a share of itself and, the smaller it is, by the chance of single reps.
  'count in time': logs(0.5, (middle) => Math.hypot(0.08, 0.35 / Math.sqrt(Math.exp(middle)))),
  'hits in time': roots(0.38),
  'unbroken run': { to: (x) => Math.log(Math.max(0, x) + 0.5), from: (y) => Math.exp(y) - 0.5, usual: () => 0.5 },
  'fixed reps': logs(0.5, () => 0.09),
  sets: roots(0.5),
  'course time': logs(0.5, () => 0.09),
  surfaces: asIs,
  'time on': asIs,
};

/** Steps in which a number of a measure is given: whole ones, but for seconds, which have tenths. */
const stepOf = (measure: Measure) => (measure === 'course time' || measure === 'fixed reps' ? 0.1 : 1);

/** Figures of the prediction, chosen on simulated seasons with seeds under 1,000; docs/measurements.md reports others. */
const FIGURES = {
  /** A go's weight beside the next newer one. */
  fade: 0.85,
  /** The usual spread counts as so many goes of the player's own, and as this share of itself. */
  belief: 3,
  usualShare: 0.8,
  /** From so many goes on a slope is followed, by this share at most, and the less the closer together in time they are (weeks²). */
  goesForSlope: 4,
  slope: 0.8,
  slopeNeeds: 6,
  /** Nobody rises on through a winter without a go. */
  weeksAhead: 2,
} as const;

/** What the next go is likely to bring, on the scale of its measure. */
export interface Prediction {
  middle: number;
  spread: number;
}

/**
 * What the next go is likely to bring, from the newest 8: their middle with weights that fade, a slope drawn towards none, the spread
 * drawn towards what is usual. Null without a go.
 * @param at epoch ms of the go
 */
export function predict(recent: readonly TimedResult[], at: number, measure: Measure): Prediction | null {
  const { to, usual } = SCALE[measure];
  const goes = [...recent].sort((a, b) => a.doneAt - b.doneAt || a.result - b.result).slice(-GOES_FOR_NEXT);
  const last = goes.at(-1)?.doneAt;
  if (last === undefined) return null;
  const n = goes.length;
  const points = goes.map((go, i) => ({
    x: (go.doneAt - last) / WEEK_MS,
    y: to(go.result),
    weight: FIGURES.fade ** (n - 1 - i),
  }));
  const sum = (of: (point: (typeof points)[number]) => number) => points.reduce((total, point) => total + point.weight * of(point), 0);
  const weights = sum(() => 1);
  const effective = weights ** 2 / sum(({ weight }) => weight);
  const [meanX, meanY] = [sum(({ x }) => x) / weights, sum(({ y }) => y) / weights];
  const sxx = sum(({ x }) => (x - meanX) ** 2);
  const sxy = sum(({ x, y }) => (x - meanX) * (y - meanY));
  const believed = n >= FIGURES.goesForSlope ? (FIGURES.slope * sxx) / (sxx + FIGURES.slopeNeeds) : 0;
  const slope = sxx > 0 ? (believed * sxy) / sxx : 0;
  const ahead = Math.min(FIGURES.weeksAhead, Math.max(0, (at - last) / WEEK_MS));
  const left = sum(({ x, y }) => (y - meanY - slope * (x - meanX)) ** 2);
  const usualSpread = FIGURES.usualShare * usual(meanY);
  const variance = (FIGURES.belief * usualSpread ** 2 + (left * effective) / weights) / (FIGURES.belief + Math.max(0, effective - 1));
  return { middle: meanY + slope * (ahead - meanX), spread: Math.sqrt(variance * (1 + 1 / effective)) };
}

const normal = (z: number) => (1 + erf(z / Math.SQRT2)) / 2;

/** The chance that a go is at least as good as a number; a number stands for all that would be rounded to it. 0–1. */
export function chanceOf(number: number, { middle, spread }: Prediction, measure: Measure): number {
  const { to } = SCALE[measure];
  const half = stepOf(measure) / 2;
  return BETTER[measure] === 'more' ? 1 - normal((to(number - half) - middle) / spread) : normal((to(number + half) - middle) / spread);
}

/** How numbers that were missed or reached lately move the chance that is aimed at. */
const FEEDBACK = { each: 0.06, most: 0.22, surest: 0.95 } as const;
/** Numbers looked back on. */
export const NUMBERS_LOOKED_BACK_ON = 40;

/**
 * The chance that the next number is aimed at: what is wished, and 6 points more for each go by which the last 40 numbers were reached less
 * often than that, 22 points at most either way. So a player of an uneven sort comes to the wished share all the same.
 * @param reached whether each number of the measure was reached, oldest first
 */
export function aimedAt(reached: readonly boolean[], aim: number): number {
  const behind = reached.slice(-NUMBERS_LOOKED_BACK_ON).reduce((sum, was) => sum + aim - (was ? 1 : 0), 0);
  return Math.min(FEEDBACK.surest, aim + Math.max(-FEEDBACK.most, Math.min(FEEDBACK.most, FEEDBACK.each * behind)));
}

/** A number shown last time stays while its chance is this near to the one aimed at: what changes by one each day is hard to aim at. */
const STEADY = 0.07;

/** What is known of a player under the record key of one foot of an item. */
export interface Own {
  /** The best counted result; null before the first. */
  record: number | null;
  /** The newest counted results, at least the last 8, in any order. */
  recent: readonly TimedResult[];
  /** When the go will be, epoch ms. */
  at: number;
  /** Whether the stretch numbers of this measure that the player was given were reached, oldest first; none when left out. */
  reached?: readonly boolean[];
  /** The stretch number that was shown last under this key; null or left out for none. */
  shown?: number | null;
  /** The chance a coach wants, 0.5–0.8; 0.6 when left out. */
  aim?: number;
}

/** A stretch number and what set it: the own goes, the hold of 115 % of the record, or the number that was shown last. */
export interface StretchNumber {
  number: number;
  by: 'goes' | 'cap' | 'shown';
}

/** The best number that the cap leaves, in whole steps. */
function mostOf(record: number, measure: Measure): number {
  const step = stepOf(measure);
  if (BETTER[measure] === 'more') return Math.max(1, Math.floor(record * MOST_SHARE + 1e-9));
  return measure === 'sets' ? 0 : Math.ceil(record / MOST_SHARE / step - 1e-9) * step;
}

/**
 * The number whose chance of being reached is nearest to what is aimed at (60 %, or what the coach wants, moved by what came of the numbers
 * before), never over 115 % of the record, never under 1 where more is better. Null without a go.
 */
export function stretchOf(own: Own, measure: Measure): StretchNumber | null {
  const prediction = predict(own.recent, own.at, measure);
  if (!prediction) return null;
  const { from } = SCALE[measure];
  const step = stepOf(measure);
  const more = BETTER[measure] === 'more';
  const aim = aimedAt(own.reached ?? [], own.aim ?? STRETCH_AIM);
  const off = (number: number) => Math.abs(chanceOf(number, prediction, measure) - aim);
  const most = own.record === null ? null : mostOf(own.record, measure);
  const isOver = (number: number) => most !== null && (more ? number > most + 1e-9 : number < most - 1e-9);
  const { shown = null } = own;
  if (shown !== null && !isOver(shown) && off(shown) <= STEADY) return { number: shown, by: 'shown' };
  const { middle, spread } = prediction;
  // Where the chance is exactly what is aimed at, and the whole steps about it.
  const exact = from(middle + probit(more ? 1 - aim : aim) * spread) + (more ? step / 2 : -step / 2);
  const near = Math.floor(exact / step);
  const [best = 0] = [near - 1, near, near + 1, near + 2]
    .map((k) => Math.max(more ? 1 : 0, k))
    .sort((a, b) => off(a * step) - off(b * step) || a - b);
  const number = round1(best * step);
  return most !== null && isOver(number) ? { number: round1(most), by: 'cap' } : { number, by: 'goes' };
}

/** The number alone; see `stretchOf`. */
export const stretchNumber = (own: Own, measure: Measure): number | null => stretchOf(own, measure)?.number ?? null;
