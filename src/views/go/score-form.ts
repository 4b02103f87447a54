import type { NumberToBeat, ScoreSent } from '../../contract/go.ts';
import { resultOf } from '../../core/counts/result.ts';
import { BETTER, type Foot, type Measure, resultUnit } from '../../core/drills/terms.ts';
import type { ClockedWork } from '../../core/runsheet/index.ts';
import { meets } from '../../core/targets/index.ts';
import type { Dose, Item } from '../../core/weeks/schema.ts';
import { number } from '../words.ts';

/** What is typed for one foot: kept as text, so that nothing typed is lost. */
export interface FootEntry {
  foot: Foot;
  value: string;
  faults: string;
  /** One number a surface; empty for other measures. */
  parts: Record<string, string>;
}

/** What the main number of a measure is called. */
export function valueLabel(measure: Measure, unit: string): string {
  switch (measure) {
    case 'hits in time':
      return 'Hits';
    case 'unbroken run':
      return 'Best run';
    case 'fixed reps':
      return 'Reps done';
    case 'sets':
      return 'Sets done';
    case 'course time':
      return 'Seconds';
    case 'surfaces':
      return 'Touches in all';
    default:
      return `Count (${unit})`;
  }
}

/** What goes wrong without ending a go is called; null where nothing is asked. */
export function faultsLabel(measure: Measure): string | null {
  if (measure === 'sets' || measure === 'course time') return 'Cones moved';
  if (measure === 'hits in time') return 'Misses';
  return measure === 'count in time' || measure === 'fixed reps' ? 'Times you lost the ball' : null;
}

/** The entry as the clock knows it: done reps, sets and seconds are filled in, counts are left to the player. */
export function firstEntry(foot: Foot, dose: Dose, work: readonly ClockedWork[]): FootEntry {
  const seconds = work.filter((one) => one.foot === foot).reduce((sum, one) => sum + one.seconds, 0);
  const filled =
    dose.measure === 'fixed reps'
      ? String(dose.reps)
      : dose.measure === 'sets'
        ? String(dose.sets)
        : dose.measure === 'course time' && seconds > 0
          ? number(seconds)
          : '';
  const parts = dose.measure === 'surfaces' ? Object.fromEntries(dose.surfaces.map((surface) => [surface, ''])) : {};
  return { foot, value: filled, faults: '0', parts };
}

const toNumber = (text: string): number => (text.trim() === '' ? Number.NaN : Number(text.replace(',', '.')));

/** What is typed as it is sent; NaN where a number is missing, which the contract's schema then names. */
export function scoreFrom(entry: FootEntry, id: string, item: Item, work: readonly ClockedWork[], lost: boolean): ScoreSent {
  const mine = item.dose.measure === 'surfaces' ? work : work.filter((one) => one.foot === entry.foot);
  const parts = Object.fromEntries(Object.entries(entry.parts).map(([name, text]) => [name, toNumber(text)]));
  const hasParts = Object.keys(parts).length > 0 && !lost;
  const sum = Object.values(parts).reduce((total, n) => total + n, 0);
  return {
    id,
    foot: entry.foot,
    value: lost ? null : hasParts ? sum : toNumber(entry.value),
    faults: entry.faults.trim() === '' ? 0 : toNumber(entry.faults),
    seconds: Math.round(mine.reduce((total, one) => total + one.seconds, 0) * 10) / 10,
    clocked: mine.length > 0 && mine.every((one) => one.clocked),
    parts: hasParts ? parts : null,
  };
}

export interface Outcome {
  foot: Foot;
  kind: 'record' | 'reached' | 'close' | 'done' | 'lost';
  sentence: string;
}

/** What the player is told at once: a record, the number reached, or how far it was. */
export function outcomeOf(score: ScoreSent, item: Item, beat: NumberToBeat | undefined): Outcome {
  const { foot } = score;
  const result = resultOf(score, item.dose);
  if (score.value === null) return { foot, kind: 'lost', sentence: 'You lost count. That is fine, and honest.' };
  if (result === null) return { foot, kind: 'done', sentence: 'Kept. Not all of it was done this time.' };
  const unit = resultUnit(item.dose.measure);
  const better = BETTER[item.dose.measure];
  const record = beat?.record ?? null;
  const beats = record !== null && (better === 'more' ? result > record : result < record);
  if (beats) return { foot, kind: 'record', sentence: `${number(result)} ${unit}: your new best. Before: ${number(record)}.` };
  const target = beat?.target.number ?? null;
  if (target !== null && meets(result, target, item.dose))
    return { foot, kind: 'reached', sentence: `${number(result)} ${unit}: you reached ${target}.` };
  if (target !== null)
    return { foot, kind: 'close', sentence: `${number(result)} ${unit}: ${number(Math.abs(target - result))} away from ${target}.` };
  return { foot, kind: 'done', sentence: `${number(result)} ${unit}. Kept.` };
}
