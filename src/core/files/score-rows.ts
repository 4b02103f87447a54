import type { Span } from '../clips/signals.ts';
import { type Foot, type Measure, resultUnit } from '../drills/terms.ts';
import type { Mark } from '../review/marks.ts';
import { recountOf } from '../review/recount.ts';
import { doseInWords } from '../scores/result.ts';
import type { Standing } from '../scores/standing.ts';
import type { Dose } from '../weeks/schema.ts';
import type { HistoryFile } from './history.ts';
import { type MomentCells, momentCells } from './moments.ts';

/** A score with where it stands, as it goes into a table. */
export interface ScoreForRow {
  id: string;
  player: string;
  week: number;
  session: string;
  drill: string;
  measure: Measure;
  dose: Dose;
  foot: Foot;
  value: number | null;
  faults: number;
  seconds: number;
  clocked: boolean;
  doneAt: number;
  timeZone: string;
  standing: Standing;
  counts: number | null;
  doubts: readonly string[];
  line: string | null;
}

export interface ScoreRow extends MomentCells {
  score: string;
  player: string;
  week: number;
  session: string;
  drill: string;
  measure: string;
  dose: string;
  foot: string;
  /** Empty for "I lost count". */
  claimed: number | '';
  unit: string;
  'losses of control': number;
  'work s': number;
  measured: 'clocked' | 'by hand';
  standing: string;
  /** Empty where nothing counts. */
  counts: number | '';
  doubts: string;
  line: string;
}

/** One line of a table of scores. */
export const scoreRow = (one: ScoreForRow): ScoreRow => ({
  score: one.id,
  player: one.player,
  week: one.week,
  session: one.session,
  drill: one.drill,
  measure: one.measure,
  dose: doseInWords(one.dose),
  foot: one.foot,
  claimed: one.value ?? '',
  unit: resultUnit(one.measure),
  'losses of control': one.faults,
  'work s': one.seconds,
  measured: one.clocked ? 'clocked' : 'by hand',
  ...momentCells(one.doneAt, one.timeZone),
  standing: one.standing,
  counts: one.counts ?? '',
  doubts: one.doubts.join('; '),
  line: one.line ?? '',
});

/** One line of a child's own table of scores. */
export const childScoreRow = ({ drill, doneAt, ...score }: HistoryFile['scores'][number], timeZone: string) => ({
  ...score,
  drill: drill.name,
  unit: resultUnit(score.measure),
  ...momentCells(Date.parse(doneAt), timeZone),
});

/** A recount of a score's clip, as it goes into a table. */
export interface RecountForRow {
  score: string;
  player: string;
  drill: string;
  foot: Foot;
  claimed: number | null;
  coach: string;
  savedAt: number;
  timeZone: string;
  marks: readonly Mark[];
  work: readonly Span[];
}

export interface RecountRow extends MomentCells {
  score: string;
  player: string;
  drill: string;
  foot: string;
  claimed: number | '';
  coach: string;
  left: number;
  right: number;
  drops: number;
  'longest run': number;
  'outside the work': number;
  /** Seconds between reps, and their spread; empty under two gaps. */
  'middle gap s': number | '';
  'spread s': number | '';
  /** Reps a second in each 5 s of the work. */
  'rate per 5 s': string;
}

const round = (n: number, digits: number) => Math.round(n * 10 ** digits) / 10 ** digits;

/** One line of a table of recounts. */
export function recountRow(one: RecountForRow): RecountRow {
  const { left, right, drops, longest, outside, rhythm, rates } = recountOf(one.marks, one.work);
  return {
    score: one.score,
    player: one.player,
    drill: one.drill,
    foot: one.foot,
    claimed: one.claimed ?? '',
    coach: one.coach,
    ...momentCells(one.savedAt, one.timeZone),
    left,
    right,
    drops,
    'longest run': longest,
    'outside the work': outside,
    'middle gap s': rhythm ? round(rhythm.gap, 3) : '',
    'spread s': rhythm ? round(rhythm.spread, 3) : '',
    'rate per 5 s': rates.map((window) => (window.rate === null ? '–' : round(window.rate, 2))).join(' '),
  };
}
