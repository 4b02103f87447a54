import type { ClockEvent, ClockState } from '../training/clock.ts';
import type { Interval } from '../training/types.ts';
import { goAt, goesTogether } from './sheet.ts';
import type { SquadClock } from './squad-clock.ts';

/** How far a player's clock may be from the squad's before it is put right, in ms: what a round trip may mislead by. */
const APART_MS = 250;

/** What a device does about the squad's clock. */
export type Following =
  /** Nothing: it is where it should be, or is done with its go, or has been stopped by the player. */
  | { kind: 'stay' }
  /** The squad is within a go that this device did not begin: it joins the next one. */
  | { kind: 'wait' }
  | { kind: 'event'; event: ClockEvent };

const STAY: Following = { kind: 'stay' };

/** The coach's word that began the go that a log is in; null before any. */
export const joinedSeq = (log: readonly ClockEvent[]): number | null => log.findLast((event) => event.type === 'join')?.seq ?? null;

/** What a clock that stands was stopped by: the coach, a time without a page, or the player. */
export function heldBy(log: readonly ClockEvent[]): 'coach' | 'gap' | 'player' {
  const last = log.findLast((event) => event.type === 'pause' || event.type === 'gap');
  if (last?.type === 'gap') return 'gap';
  return last?.led ? 'coach' : 'player';
}

/** Milliseconds into its go at which a clock stands; null where the clock does not lead: at a wait, a number, or work at the own pace. */
function placeInGo(sheet: readonly Interval[], first: number, { index, ranMs }: Pick<ClockState, 'index' | 'ranMs'>): number | null {
  const here = sheet[index];
  const before = sheet.slice(first, index);
  if (here?.ends !== 'clock' || before.some((one) => one.ends !== 'clock')) return null;
  return before.reduce((sum, one) => sum + one.seconds * 1000, ranMs);
}

/** A device that did not begin the go that the squad is in. */
function joining(
  sheet: readonly Interval[],
  own: ClockState,
  squad: SquadClock & { seq: number; go: number },
  log: readonly ClockEvent[],
): Following {
  const goes = goesTogether(sheet);
  const here = goAt(goes, own.index);
  const kind = sheet[own.index]?.kind;
  const isPausedByPlayer = own.phase === 'paused' && heldBy(log) === 'player';
  const isLeadIn = sheet[squad.clock.index]?.kind === 'lead-in';
  // A number is typed first, whatever the squad does; only the same go once more takes its place.
  const isTyping = kind === 'score' && here !== squad.go;
  if (isPausedByPlayer || isTyping) return STAY;
  if (isLeadIn) {
    const { at, index, ranMs } = squad.clock;
    return { kind: 'event', event: { type: 'join', at, index, ranMs, seq: squad.seq, anew: true } };
  }
  // Work that runs, begun without a line, is finished.
  if (own.phase === 'running' && kind !== 'set-up' && kind !== 'score') return STAY;
  return sheet[squad.clock.index]?.itemId === null ? STAY : { kind: 'wait' };
}

/** A device in the go that the squad is in. */
function keeping(
  sheet: readonly Interval[],
  own: ClockState,
  squad: SquadClock & { go: number; seq: number },
  log: readonly ClockEvent[],
): Following {
  const goes = goesTogether(sheet);
  const first = goes[squad.go]?.first;
  if (first === undefined || goAt(goes, own.index) !== squad.go) return STAY;
  const { clock } = squad;
  const leads = sheet[own.index]?.ends === 'clock';
  if (clock.phase === 'paused') {
    return own.phase === 'running' && leads ? { kind: 'event', event: { type: 'pause', at: clock.at, led: true } } : STAY;
  }
  if (own.phase === 'paused' && heldBy(log) === 'player') return STAY;
  if (own.phase === 'paused' && !leads) return { kind: 'event', event: { type: 'resume', at: clock.at } };
  const mine = placeInGo(sheet, first, own);
  if (mine === null) return STAY;
  const theirs = placeInGo(sheet, first, clock);
  // The squad waits for numbers, or works at everybody's own pace: that is where this one comes to as well.
  const isAhead = theirs === null && clock.index > own.index;
  if (own.phase === 'running' && !isAhead && (theirs === null || Math.abs(mine - theirs) <= APART_MS)) return STAY;
  if (theirs === null && !isAhead) return { kind: 'event', event: { type: 'resume', at: clock.at } };
  const ranMs = sheet[clock.index]?.ends === 'clock' ? clock.ranMs : 0;
  return { kind: 'event', event: { type: 'join', at: clock.at, index: clock.index, ranMs, seq: squad.seq, anew: false } };
}

/**
 * What a player's clock does to be with the squad. It never leaves work that it began, and never a number that is not typed yet: a device
 * that lost the line goes on alone by the same sheet, and is where the squad is with the next go.
 * @param log the player's own run log; its instants and the squad's are on one clock
 * @param squad where the squad's clock stands at the same instant as `own`
 */
export function followSquad(sheet: readonly Interval[], own: ClockState, log: readonly ClockEvent[], squad: SquadClock): Following {
  if (own.phase === 'waiting' || own.phase === 'finished' || own.phase === 'stopped') return STAY;
  if (squad.isOver) {
    const isIdle = sheet[own.index]?.kind === 'set-up';
    if (!isIdle) return STAY;
    return { kind: 'event', event: { type: 'join', at: squad.clock.at, index: sheet.length, ranMs: 0, seq: squad.seq ?? 0, anew: true } };
  }
  if (squad.seq === null || squad.go === null) return STAY;
  const there = { ...squad, seq: squad.seq, go: squad.go };
  return joinedSeq(log) === squad.seq ? keeping(sheet, own, there, log) : joining(sheet, own, there, log);
}
