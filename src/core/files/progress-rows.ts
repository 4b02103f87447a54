import type { Foot } from '../drills/terms.ts';
import { doseInWords } from '../scores/result.ts';
import type { StripCell } from '../streaks/streak.ts';
import type { Dose } from '../weeks/schema.ts';
import { momentCells } from './moments.ts';

export interface RecordForRow {
  player: string;
  drill: string;
  dose: Dose;
  foot: Foot;
  result: number;
  unit: string;
  doneAt: number;
  timeZone: string;
  clocked: boolean;
  byClip: boolean;
}

/** One line of a table of records: the whole key of the record stands in it. */
export const recordRow = (one: RecordForRow) => ({
  player: one.player,
  drill: one.drill,
  measure: one.dose.measure,
  dose: doseInWords(one.dose),
  foot: one.foot,
  record: Math.round(one.result * 10) / 10,
  unit: one.unit,
  ...momentCells(one.doneAt, one.timeZone),
  measured: one.clocked ? 'clocked' : 'by hand',
  'checked by clip': one.byClip ? 'yes' : 'no',
});

/**
 * One line of a streak calendar: a training day, or the Monday of a week.
 * @param sessions whole sessions done on the day; null where nothing was done
 */
export const streakRow = (player: string, cell: StripCell, sessions: number | null) => ({
  player,
  day: cell.day,
  state: cell.state,
  sessions: sessions ?? '',
});
