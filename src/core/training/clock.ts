import type { Foot } from '../drills/terms.ts';
import type { Interval } from './types.ts';

/**
 * What happened on the clock, in order; the append-only run log. `at` is in epoch milliseconds of a clock that never
 * runs back. `over` is written down when the clock itself ended the last interval, so that a log tells how far it ran. `gap` says that nobody heard the clock from `at` until `until` (a reload, a crash, a dead battery).
 * `join` puts the clock where the squad's stands on a live evening: at the beginning of a go (`anew`), or within the go that is on; `seq` is the coach's word that began it, and an index beyond the sheet ends the run. A pause that is `led` is the coach's.
 * `heard` says how many reps of a foot's work the phone counted by ear, and what a helper counted beside it. `instead` says that another drill is done in the place of a planned one (null: the planned one after all); the clock runs on the same.
 */
export type ClockEvent =
  | { type: 'start' | 'resume' | 'ready' | 'done' | 'skip' | 'again' | 'hide' | 'show' | 'over'; at: number }
  | { type: 'pause'; at: number; led?: true | undefined }
  | { type: 'join'; at: number; index: number; ranMs: number; seq: number; anew: boolean }
  | { type: 'gap'; at: number; until: number }
  | { type: 'stop'; at: number; why: 'left' | 'hurt' }
  | { type: 'instead'; at: number; itemId: string; drillId: string | null; why: 'too hard' | 'too easy' }
  | { type: 'heard'; at: number; itemId: string; round: number; foot: Foot; count: number; helper: number | null };

/** What became of one interval: how long it really ran, and what ended it. Milliseconds; paused time is never in `ranMs`. */
export interface Stretch {
  index: number;
  startedAt: number;
  endedAt: number;
  ranMs: number;
  pausedMs: number;
  ended: 'clock' | 'player' | 'skipped' | 'again' | 'stopped';
}

export interface ClockState {
  phase: 'waiting' | 'running' | 'paused' | 'finished' | 'stopped';
  /** Interval that is on; the length of the list once finished. */
  index: number;
  /** Milliseconds that the interval has run, without pauses. */
  ranMs: number;
  pausedMs: number;
  startedAt: number;
  /** The newest instant the state has seen. */
  at: number;
  stretches: Stretch[];
}

export const NOT_STARTED: ClockState = {
  phase: 'waiting',
  index: 0,
  ranMs: 0,
  pausedMs: 0,
  startedAt: 0,
  at: 0,
  stretches: [],
};

const isOver = (state: ClockState) => state.phase === 'finished' || state.phase === 'stopped';

function close(state: ClockState, ended: Stretch['ended'], at: number): Stretch[] {
  const { index, startedAt, ranMs, pausedMs } = state;
  return [...state.stretches, { index, startedAt, endedAt: at, ranMs, pausedMs, ended }];
}

function moveTo(sheet: readonly Interval[], state: ClockState, index: number, ended: Stretch['ended'], at: number): ClockState {
  const stretches = close(state, ended, at);
  const phase = index >= sheet.length ? 'finished' : 'running';
  return { ...state, phase, index, ranMs: 0, pausedMs: 0, startedAt: at, stretches };
}

/**
 * The state at a later instant. Intervals that the clock ends are passed exactly, whatever the step:
 * the moment that one ends is the moment that the next begins, so nothing drifts over a session.
 * An earlier `at` than the state has seen leaves it as it is.
 */
export function advance(sheet: readonly Interval[], state: ClockState, at: number): ClockState {
  const now = Math.max(at, state.at);
  let left = now - state.at;
  let next: ClockState = state;
  if (state.phase === 'paused') return { ...state, at: now, pausedMs: state.pausedMs + left };
  if (state.phase !== 'running') return { ...state, at: now };
  while (next.phase === 'running') {
    const interval = sheet[next.index];
    if (!interval) break;
    const toGo = interval.ends === 'clock' ? interval.seconds * 1000 - next.ranMs : Number.POSITIVE_INFINITY;
    if (left < toGo) {
      next = { ...next, ranMs: next.ranMs + left };
      break;
    }
    left -= toGo;
    next = moveTo(sheet, { ...next, ranMs: interval.seconds * 1000 }, next.index + 1, 'clock', now - left);
  }
  return { ...next, at: now };
}

/** The first interval of the go (item and round) that `index` belongs to; `index` itself outside a go. */
export function startOfGo(sheet: readonly Interval[], index: number): number {
  const here = sheet[index];
  if (!here?.itemId) return index;
  let first = index;
  while (first > 0 && sheet[first - 1]?.itemId === here.itemId && sheet[first - 1]?.round === here.round) first--;
  return first;
}

/** The clock put at the beginning of a go: what was on is left as it is, and the same go begun once more is done again. */
function joinAnew(
  sheet: readonly Interval[],
  state: ClockState,
  { at, index, ranMs }: { at: number; index: number; ranMs: number },
): ClockState {
  const same = sheet[index] !== undefined && startOfGo(sheet, state.index) === startOfGo(sheet, index);
  const ended = same ? 'again' : sheet[state.index]?.kind === 'set-up' ? 'player' : 'skipped';
  return { ...moveTo(sheet, state, index, ended, at), ranMs, startedAt: at - ranMs };
}

/** The clock put where the squad's stands within the go that is on. What lies between ran on the squad's clock, which is ours. */
function joinWithin(
  sheet: readonly Interval[],
  state: ClockState,
  { at, index, ranMs }: { at: number; index: number; ranMs: number },
): ClockState {
  if (index < state.index) return { ...moveTo(sheet, state, index, 'skipped', at), ranMs, startedAt: at - ranMs };
  let next = state;
  while (next.index < index) {
    const seconds = sheet[next.index]?.seconds ?? 0;
    next = moveTo(sheet, { ...next, ranMs: seconds * 1000 }, next.index + 1, 'clock', at);
  }
  return { ...next, phase: next.index >= sheet.length ? 'finished' : 'running', ranMs };
}

/** Where a skip leads: to the go's score when a whole foot of it was already done, else past the go. */
function afterSkip(sheet: readonly Interval[], state: ClockState): number {
  const here = sheet[state.index];
  if (!here?.itemId || here.kind === 'score') return state.index + 1;
  const first = startOfGo(sheet, state.index);
  let end = state.index + 1;
  while (end < sheet.length && sheet[end]?.itemId === here.itemId && sheet[end]?.round === here.round) end++;
  const lastRestart = state.stretches.findLastIndex((s) => s.ended === 'again');
  const worked = state.stretches
    .slice(lastRestart + 1)
    .some((s) => s.index >= first && s.index < end && sheet[s.index]?.kind === 'work' && s.ended !== 'skipped');
  const score = sheet.findIndex((interval, i) => i > state.index && i < end && interval.kind === 'score');
  return worked && score >= 0 ? score : end;
}

/**
 * One step of the reducer: the state after an event. Events that make no sense where the clock stands
 * (a second start, "ready" in the middle of work, anything after the end) change nothing but the time.
 */
export function applyEvent(sheet: readonly Interval[], before: ClockState, event: ClockEvent): ClockState {
  if (event.type === 'start') {
    if (before.phase !== 'waiting') return advance(sheet, before, event.at);
    const phase = sheet.length === 0 ? 'finished' : 'running';
    return { ...NOT_STARTED, phase, startedAt: event.at, at: event.at };
  }
  const state = advance(sheet, before, event.at);
  if (state.phase === 'waiting' || isOver(state)) return state;
  const interval = sheet[state.index];
  switch (event.type) {
    case 'pause':
      return state.phase === 'running' ? { ...state, phase: 'paused' } : state;
    case 'resume':
      return state.phase === 'paused' ? { ...state, phase: 'running' } : state;
    case 'gap':
      return advance(sheet, { ...state, phase: 'paused' }, event.until);
    case 'ready':
    case 'done': {
      const wanted = event.type === 'ready' ? ['set-up', 'drink', 'rest'] : ['work', 'score'];
      const playerMay = interval?.ends !== 'clock' || interval?.kind === 'rest';
      if (!interval || !wanted.includes(interval.kind) || !playerMay) return state;
      // A wait for the player ends also out of a pause, as after a reload; work has to be gone on with first.
      const waits = interval.ends !== 'clock' && interval.kind !== 'work';
      if (state.phase === 'paused' && !waits) return state;
      return moveTo(sheet, state, state.index + 1, 'player', state.at);
    }
    case 'skip':
      return moveTo(sheet, state, afterSkip(sheet, state), 'skipped', state.at);
    case 'again':
      return moveTo(sheet, state, startOfGo(sheet, state.index), 'again', state.at);
    case 'join':
      return event.anew ? joinAnew(sheet, state, event) : joinWithin(sheet, state, event);
    case 'stop':
      return { ...state, phase: 'stopped', stretches: close(state, 'stopped', state.at) };
    default:
      return state;
  }
}

/** Replays a run log; with `at`, also lets the time run on until then. The same log always gives the same state. */
export function replay(sheet: readonly Interval[], events: readonly ClockEvent[], at?: number): ClockState {
  const state = events.reduce((now, event) => applyEvent(sheet, now, event), NOT_STARTED);
  return at === undefined ? state : advance(sheet, state, at);
}

/** The intervals that ended between two instants of a log: what a player with the screen off has missed. */
export function endedBetween(state: ClockState, from: number, until: number): Stretch[] {
  return state.stretches.filter((s) => s.endedAt > from && s.endedAt <= until && s.ended === 'clock');
}
