import type { Foot, Pace, TouchSurface } from '../drills/terms.ts';
import type { Level, StrongerFoot } from '../squads/terms.ts';
import type { BlockKind } from '../weeks/schema.ts';
import type { Times } from '../weeks/times.ts';

export type IntervalKind = 'set-up' | 'lead-in' | 'work' | 'switch' | 'turn-round' | 'rest' | 'drink' | 'score';

/** One stretch of a session. The planner's drawing, the player's clock and the print all read this list. */
export interface Interval {
  kind: IntervalKind;
  /** Planned seconds. Exact when `ends` is `clock`; a usual figure otherwise. */
  seconds: number;
  /** Least and most seconds it may take; equal to `seconds` when the clock ends it. */
  low: number;
  high: number;
  /** What ends it: the clock, the player, or the clock followed by the player's "go when ready". */
  ends: 'clock' | 'player' | 'clock then player';
  blockId: string | null;
  blockKind: BlockKind | null;
  itemId: string | null;
  drillId: string | null;
  /** Go of the item, from 0. */
  round: number;
  foot: Foot;
  pace: Pace | null;
  surface: TouchSurface | null;
  /** Set of a course, from 1; null outside `sets`. */
  set: number | null;
  /** Reps asked for in this stretch; null when the work is by time. */
  reps: number | null;
}

export { TIMES, TIMES_RANGE, type Times } from '../weeks/times.ts';

/** What the run sheet must know of the one who runs it. */
export interface Runner {
  strongerFoot: StrongerFoot;
  level: Level;
  /** Own median pace in reps a second over the last clocked goes, by drill id. */
  ownPace: Readonly<Record<string, number>>;
  /** The squad's own lengths; what is missing is as usual. */
  times?: Partial<Times> | undefined;
}

export const TYPICAL_RUNNER: Runner = { strongerFoot: 'right', level: 'steady', ownPace: {} };
