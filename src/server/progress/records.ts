import type { RecordView } from '../../contract/parts.ts';
import { DAY_MS } from '../../core/calendar/lengths.ts';
import { LESS_IS_BETTER, resultUnit } from '../../core/drills/index.ts';
import { doseInWords } from '../../core/scores/index.ts';
import type { Db } from '../platform/db/connection.ts';
import { type Counted, isRecord } from '../scores/counted.ts';
import { type Figure, readFigures } from '../scores/figures.ts';
import { dosesOf } from './doses.ts';

/** A result that was a record when it was done, with the best before it. */
export type BrokenRecord = Counted & { bestBefore: number };

/** What may be a record, in SQL: of thousands of goes of a week only those come out. Whether it is one is said by the core. */
const BEATEN =
  'best_before is not null and result <> best_before and (result > best_before) = (measure not in (select value from json_each(?)))';

/** Records among some figures, in the order in which they were done; of several of one player, drill, dose and foot the last one stands for all. */
export const recordsIn = (figures: readonly Figure[]): BrokenRecord[] => [
  ...new Map(figures.filter(isRecord).map((one) => [`${one.playerId}|${one.recordKey}`, one])).values(),
];

/** Records of a week, the newest first. */
export const recordsOfWeek = (db: Db, weekId: string): BrokenRecord[] =>
  recordsIn(readFigures(db, `week_id = ? and ${BEATEN}`, weekId, JSON.stringify(LESS_IS_BETTER))).sort((a, b) => b.doneAt - a.doneAt);

/** Records as they are told: each with its drill, dose and the best before it. */
export function recordViews<R extends BrokenRecord>(
  db: Db,
  records: readonly R[],
  drillName: (id: string) => string,
): (RecordView & { of: R })[] {
  const doses = dosesOf(db, records);
  return records.flatMap((one) => {
    const dose = doses.get(one.scoreId);
    if (!dose) return [];
    return [
      {
        of: one,
        drillName: drillName(one.drillId),
        doseWords: doseInWords(dose),
        foot: one.foot,
        unit: resultUnit(one.measure),
        result: one.result,
        before: one.bestBefore,
        at: one.doneAt,
      },
    ];
  });
}

const NEW_RECORD_MS = 7 * DAY_MS;

/** The newest record of the last days, for one small celebration; null without one. What was read in from paper is no news. */
export function newRecordOf(db: Db, figures: readonly Figure[], drillName: (id: string) => string, now: number) {
  const newest = figures.filter((one) => one.weekId !== null && now - one.doneAt <= NEW_RECORD_MS).findLast(isRecord);
  const [view] = newest ? recordViews(db, [newest], drillName) : [];
  if (!view) return null;
  const { of, ...told } = view;
  return { ...told, scoreId: of.scoreId };
}
