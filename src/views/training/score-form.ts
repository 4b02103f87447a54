import { number } from '../../client/words.ts';
import type { NumberToBeat, ScoreSent } from '../../contract/training.ts';
import type { Drill } from '../../core/drills/schema.ts';
import { BETTER, type Foot, type Measure, resultUnit } from '../../core/drills/terms.ts';
import { type Tap, tallyOf } from '../../core/review/taps.ts';
import { type Odd, oddOf } from '../../core/scores/odd.ts';
import { bandedResult, fullSurfaces, resultOf } from '../../core/scores/result.ts';
import type { Level } from '../../core/squads/terms.ts';
import { followsRecord, meets, targetFor } from '../../core/targets/index.ts';
import { english, t, term } from '../../core/text/translate.ts';
import type { ClockedWork } from '../../core/training/index.ts';
import type { Dose, Item } from '../../core/weeks/schema.ts';

/** What is typed for one foot: kept as text, so that nothing typed is lost. */
export interface FootEntry {
  foot: Foot;
  value: string;
  faults: string;
  /** One number a surface; empty for other measures. */
  parts: Record<string, string>;
  /** Tries of an unbroken run that were added; all are kept, the best counts. */
  tries: string[];
}

/** What the main number of a measure is called. */
export function valueLabel(measure: Measure, unit: string): string {
  switch (measure) {
    case 'hits in time':
      return t('Hits');
    case 'unbroken run':
      return t('This try');
    case 'fixed reps':
      return t('Reps done');
    case 'sets':
      return t('Sets done');
    case 'course time':
      return t('Seconds');
    case 'surfaces':
      return t('Touches in all');
    default:
      return t('Count ({unit})', { unit });
  }
}

/** Asked of those who want to tell; it changes no number. */
export const LOST_BALL = english('Times you lost the ball');

/** What goes wrong without ending a go is called; null where nothing is asked. */
export function faultsLabel(measure: Measure): string | null {
  if (measure === 'sets' || measure === 'course time') return t('Cones moved');
  if (measure === 'hits in time') return t('Misses');
  return measure === 'count in time' || measure === 'fixed reps' ? term(LOST_BALL) : null;
}

/**
 * The entry as the clock and a helper know it: done reps, sets, seconds and tapped touches are filled in, other counts are left
 * to the player.
 * @param tapped what was tapped along, by surface or '' for the whole go; null where nobody did
 */
export function firstEntry(
  foot: Foot,
  dose: Dose,
  work: readonly ClockedWork[],
  tapped: (surface: string) => readonly Tap[] | null = () => null,
): FootEntry {
  const seconds = work.filter((one) => one.foot === foot).reduce((sum, one) => sum + one.seconds, 0);
  const taps = tapped('');
  const tally = taps && taps.length > 0 ? tallyOf(taps) : null;
  const entry: FootEntry = { foot, value: '', faults: '0', parts: {}, tries: [] };
  switch (dose.measure) {
    case 'fixed reps':
      return { ...entry, value: String(dose.reps) };
    case 'sets':
      return { ...entry, value: String(dose.sets) };
    case 'course time':
      return { ...entry, value: seconds > 0 ? number(seconds) : '' };
    case 'surfaces': {
      const of = (surface: string) => {
        const list = tapped(surface);
        return list && list.length > 0 ? String(tallyOf(list).both) : '';
      };
      return { ...entry, parts: Object.fromEntries(dose.surfaces.map((surface) => [surface, of(surface)])) };
    }
    case 'unbroken run':
      return { ...entry, tries: tally ? tally.tries.map(String) : [] };
    default:
      return tally ? { ...entry, value: String(tally[foot]), faults: String(tally.drops) } : entry;
  }
}

/** An entry with what was said before, to be put right. */
export function saidEntry(score: ScoreSent, dose: Dose): FootEntry {
  const parts = score.parts ?? {};
  const entry: FootEntry = { foot: score.foot, value: '', faults: number(score.faults), parts: {}, tries: [] };
  if (dose.measure === 'surfaces')
    return {
      ...entry,
      parts: Object.fromEntries(dose.surfaces.map((surface) => [surface, parts[surface] === undefined ? '' : number(parts[surface])])),
    };
  if (dose.measure === 'unbroken run' && score.parts) return { ...entry, tries: Object.values(parts).map(number) };
  return { ...entry, value: score.value === null ? '' : number(score.value) };
}

const toNumber = (text: string): number => (text.trim() === '' ? Number.NaN : Number(text.replace(',', '.')));

/** All tries of an unbroken run, with the one that was typed and not added yet. */
export function triesOf(entry: Pick<FootEntry, 'tries' | 'value'>): number[] {
  return [...entry.tries, ...(entry.value.trim() === '' ? [] : [entry.value])].map(toNumber);
}

/** What is typed as it is sent; NaN where a number is missing, which the contract's schema then names. */
export function scoreFrom(entry: FootEntry, id: string, item: Item, work: readonly ClockedWork[], lost: boolean): ScoreSent {
  const mine = item.dose.measure === 'surfaces' ? work : work.filter((one) => one.foot === entry.foot);
  const parts = Object.fromEntries(Object.entries(entry.parts).map(([name, text]) => [name, toNumber(text)]));
  if (item.dose.measure === 'unbroken run') for (const [i, n] of triesOf(entry).entries()) parts[t('try {i}', { i: i + 1 })] = n;
  const hasParts = Object.keys(parts).length > 0 && !lost;
  const numbers = Object.values(parts);
  const sum = item.dose.measure === 'unbroken run' ? Math.max(...numbers) : numbers.reduce((total, n) => total + n, 0);
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

/** Why a number is asked about before it is kept; null for an ordinary one. */
export const oddScore = (
  score: ScoreSent,
  item: Pick<Item, 'dose'>,
  drill: Pick<Drill, 'pace'>,
  beat: Pick<NumberToBeat, 'record'> | undefined,
  courseMetres: number | null,
): Odd | null => {
  // Where no clock ran, the time is that of the dose.
  const seconds = score.seconds === 0 && 'seconds' in item.dose ? item.dose.seconds : score.seconds;
  const claim = { ...score, seconds };
  return oddOf({ claim, dose: item.dose, ceiling: drill.pace.ceiling, best: beat?.record ?? null, courseMetres });
};

/**
 * The numbers to beat after a go: a better result is the record at once, so that the next round, and a visit without a line, is measured
 * by it. One that the coach has to look at raises nothing. The server's word comes with the next opening of the page.
 */
export function numbersAfter(
  numbers: readonly NumberToBeat[],
  scores: readonly ScoreSent[],
  item: Item,
  drill: Drill,
  level: Level,
  courseMetres: number | null = null,
): NumberToBeat[] {
  return numbers.map((one) => {
    const score = one.itemId === item.id ? scores.find((given) => given.foot === one.foot) : undefined;
    const odd = score && oddScore(score, item, drill, one, courseMetres);
    const result = score && !odd ? resultOf(score, item.dose) : null;
    const less = BETTER[item.dose.measure] === 'less';
    if (result === null || (one.record !== null && (less ? result >= one.record : result <= one.record))) return one;
    // A number that the coach set, or that rests on many goes, stays for the visit.
    if (one.target.byCoach || !followsRecord(item.target)) return { ...one, record: result };
    return { ...one, record: result, target: targetFor(item.target, drill, item.dose, level, { record: result, recent: [], at: 0 }) };
  });
}

export interface Outcome {
  foot: Foot;
  kind: 'record' | 'reached' | 'close' | 'done' | 'lost' | 'looked at';
  sentence: string;
}

/** What the player is told at once: a record, the number reached, or how far it was. */
export function outcomeOf(score: ScoreSent, item: Item, beat: NumberToBeat | undefined, odd: Odd | null = null): Outcome {
  const { foot } = score;
  const result = resultOf(score, item.dose);
  if (score.value === null) return { foot, kind: 'lost', sentence: t('You lost count. That is fine, and honest.') };
  if (result === null) return { foot, kind: 'done', sentence: t('Kept. Not all of it was done this time.') };
  const full = fullSurfaces(score.parts, item.dose);
  const surfaces = item.dose.measure === 'surfaces' ? item.dose.surfaces.length : 0;
  const unit =
    full === null
      ? resultUnit(item.dose.measure)
      : t('{resultUnit}, {full} of {surfaces} full', { resultUnit: resultUnit(item.dose.measure), full, surfaces });
  if (odd)
    return { foot, kind: 'looked at', sentence: t('{result} {unit}. Kept: your coach will look at it.', { result: number(result), unit }) };
  const better = BETTER[item.dose.measure];
  const record = beat?.record ?? null;
  const beats = record !== null && (better === 'more' ? result > record : result < record);
  if (beats)
    return {
      foot,
      kind: 'record',
      sentence: t('{result} {unit}: your new best. Before: {record}.', { result: number(result), unit, record: number(record) }),
    };
  const target = beat?.target.number ?? null;
  // A number by level is one of a band: it is met where each surface has its part.
  const held = item.target.rule === 'by level' && !beat?.target.byCoach ? (bandedResult(score, item.dose) ?? result) : result;
  if (target !== null && meets(held, target, item.dose))
    return { foot, kind: 'reached', sentence: t('{result} {unit}: you reached {target}.', { result: number(result), unit, target }) };
  if (target !== null)
    return {
      foot,
      kind: 'close',
      sentence: t('{result} {unit}: {target} away from {target2}.', {
        result: number(result),
        unit,
        target: number(Math.abs(target - held)),
        target2: target,
      }),
    };
  return { foot, kind: 'done', sentence: `${number(result)} ${unit}. Kept.` };
}
