import type { Drill } from '../drills/schema.ts';
import type { Foot, TouchSurface } from '../drills/terms.ts';
import type { Block, Item, Session } from '../weeks/schema.ts';
import { plannedPace } from './pace.ts';
import { feetOfRound, hasBothFeet } from './sides.ts';
import { type Interval, type Runner, TIMES, type Times } from './types.ts';

/** The lengths that hold for a runner: the squad's own where it has them. */
const timesOf = (runner: Runner): Times => ({ ...TIMES, ...runner.times });

type Draft = Partial<Interval> & Pick<Interval, 'kind' | 'seconds' | 'ends'>;

const EMPTY = {
  blockId: null,
  blockKind: null,
  itemId: null,
  drillId: null,
  round: 0,
  foot: 'both' as Foot,
  pace: null,
  surface: null,
  set: null,
  reps: null,
};

const interval = (draft: Draft): Interval => ({ ...EMPTY, low: draft.seconds, high: draft.seconds, ...draft });
const byClock = (kind: Interval['kind'], seconds: number, more: Partial<Interval> = {}) =>
  interval({ kind, seconds, ends: 'clock', ...more });

/** A stretch that the player ends, planned from a pace: usual in the middle, the drill's fast and easy as the range. */
function paced(drill: Drill, reps: number, runner: Runner, more: Partial<Interval>): Interval {
  const usual = plannedPace(drill, null, runner);
  return interval({
    kind: 'work',
    ends: 'player',
    seconds: Math.round(reps / usual),
    low: Math.round(reps / Math.max(drill.pace.fast, usual)),
    high: Math.round(reps / Math.min(drill.pace.easy, usual)),
    reps,
    ...more,
  });
}

/** A stretch over a course, planned from the drill's own figure with a quarter either way. */
function course(drill: Drill, more: Partial<Interval>): Interval {
  const seconds = drill.courseSeconds ?? 30;
  return interval({
    kind: 'work',
    ends: 'player',
    seconds,
    low: Math.round(seconds * 0.75),
    high: Math.round(seconds * 1.25),
    ...more,
  });
}

const SURFACE_FOOT: Record<TouchSurface, Foot> = {
  'right foot': 'right',
  'left foot': 'left',
  'right thigh': 'right',
  'left thigh': 'left',
};

/** The work of one foot in one round: one stretch, or a ladder of stretches without a gap. */
function work(item: Item, drill: Drill, foot: Foot, runner: Runner, at: Partial<Interval>): Interval[] {
  const own = { ...at, foot };
  const dose = item.dose;
  switch (dose.measure) {
    case 'count in time':
    case 'hits in time':
    case 'unbroken run':
    case 'time on':
      if (item.paces.length === 0) return [byClock('work', dose.seconds, own)];
      return item.paces.map((stretch) => byClock('work', stretch.seconds, { ...own, pace: stretch.pace }));
    case 'fixed reps':
      return [paced(drill, dose.reps, runner, own)];
    case 'course time':
      return [course(drill, own)];
    case 'sets':
      return Array.from({ length: dose.sets }, (_, index) => index + 1).flatMap((set) => {
        const one = course(drill, { ...own, set });
        return set < dose.sets ? [one, byClock('turn-round', timesOf(runner).turnRound, { ...own, set })] : [one];
      });
    case 'surfaces':
      return dose.surfaces.flatMap((surface, index) => {
        const one = paced(drill, dose.reps, runner, { ...own, surface, foot: SURFACE_FOOT[surface] });
        const next = dose.surfaces[index + 1];
        return next ? [one, byClock('switch', timesOf(runner).switch, { ...own, surface: next, foot: SURFACE_FOOT[next] })] : [one];
      });
  }
}

/** Whether both feet work at each pace of an item before the next: only where there are paces, and each foot has its own work. */
export const isInPairs = (item: Item): boolean => item.inPairs === true && item.paces.length > 1 && hasBothFeet(item.side);

/** The work of a round in pairs: right easy, left easy, right half, left half. Each foot's stretches are one go of it all the same. */
const pairs = ({ paces }: Item, feet: readonly Foot[], at: Partial<Interval>): { foot: Foot; work: Interval[] }[] =>
  paces.flatMap(({ pace, seconds }) => feet.map((foot) => ({ foot, work: [byClock('work', seconds, { ...at, foot, pace })] })));

/** Rounds (goes per side) of an item; measures without rounds have one. */
export function roundsOf(item: Item): number {
  return 'rounds' in item.dose ? item.dose.rounds : 1;
}

/**
 * Off time between two stretches of work: a rest whose last seconds are the next lead-in.
 * A rest no longer than the lead-in is the lead-in, which may not be switched off.
 */
function offTime(restSeconds: number, leadIn: number, at: Partial<Interval>): Interval[] {
  const rest = restSeconds - leadIn;
  return rest > 0 ? [byClock('rest', rest, at), byClock('lead-in', leadIn, at)] : [byClock('lead-in', leadIn, at)];
}

/**
 * The intervals of one item, from its lead-in to its score.
 * @param leadIn the lead-in and any rest before the first work
 */
function itemIntervals(item: Item, drill: Drill, runner: Runner, leadIn: Interval[], at: Partial<Interval>): Interval[] {
  const rounds = roundsOf(item);
  const list: Interval[] = [];
  for (let round = 0; round < rounds; round++) {
    const feet = feetOfRound(item.side, item.starts, runner.strongerFoot, round);
    const here = { ...at, round };
    const first = feet[0] ?? 'both';
    if (round === 0) list.push(...leadIn.map((i) => ({ ...i, ...here, foot: first })));
    else if (item.scored || item.restSeconds > 0) list.push(...offTime(item.restSeconds, timesOf(runner).leadIn, { ...here, foot: first }));
    else list.push(byClock('switch', timesOf(runner).switch, { ...here, foot: first }));
    const steps = isInPairs(item) ? pairs(item, feet, here) : feet.map((foot) => ({ foot, work: work(item, drill, foot, runner, here) }));
    for (const [index, step] of steps.entries()) {
      if (index > 0) list.push(byClock('switch', timesOf(runner).switch, { ...here, foot: step.foot }));
      list.push(...step.work);
    }
    if (item.scored) list.push(interval({ kind: 'score', seconds: timesOf(runner).scoring, ends: 'player', ...here }));
  }
  if (item.restAfterSeconds) list.push(byClock('rest', item.restAfterSeconds, at));
  return list;
}

function blockIntervals(block: Block, drills: ReadonlyMap<string, Drill>, runner: Runner, last: boolean): Interval[] {
  const at = { blockId: block.id, blockKind: block.kind };
  const off = block.items.some((item) => item.scored) ? Math.max(block.restSeconds, TIMES.ruleSaid) : block.restSeconds;
  const list: Interval[] = [];
  block.items.forEach((item, index) => {
    const drill = drills.get(item.drillId);
    if (!drill) throw new RangeError(`The drill "${item.drillId}" is not among the drills given.`);
    const leadIn = index === 0 ? [byClock('lead-in', timesOf(runner).leadInFirstOfBlock)] : offTime(off, timesOf(runner).leadIn, {});
    list.push(...itemIntervals(item, drill, runner, leadIn, { ...at, itemId: item.id, drillId: drill.id }));
  });
  if (!last && block.items.length > 0 && block.drinkSeconds > 0) {
    list.push(interval({ kind: 'drink', seconds: block.drinkSeconds, ends: 'clock then player', ...at }));
  }
  return list;
}

/**
 * Turns a session into its run sheet: the intervals in order, starting with a `set-up` that waits for "ready".
 * Both feet of a two-footed item get exactly the same work. An empty session gives an empty list.
 * @throws RangeError when an item names a drill that is not in `drills`.
 */
export function compileRunSheet(session: Session, drills: ReadonlyMap<string, Drill>, runner: Runner): Interval[] {
  const blocks = session.blocks.filter((block) => block.items.length > 0);
  if (blocks.length === 0) return [];
  return [
    interval({ kind: 'set-up', seconds: 0, ends: 'player' }),
    ...blocks.flatMap((block, index) => blockIntervals(block, drills, runner, index === blocks.length - 1)),
  ];
}
