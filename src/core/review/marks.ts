import type { Tap } from './taps.ts';

/** One mark of a recount. `at` is media time in seconds, to the millisecond. */
export interface Mark extends Tap {
  id: string;
}

/** What the id of a mark looks like, so that it can stand in a marks file. */
export const MARK_ID = /^[\w-]{1,80}$/;

/** One change of a recount; each knows what it took away, so that it can be taken back exactly. */
export type MarkChange =
  | { type: 'put'; mark: Mark }
  | { type: 'take'; mark: Mark }
  | { type: 'shift'; id: string; from: number; to: number }
  /** All marks at once, as when a file is read in. */
  | { type: 'all'; before: Mark[]; after: Mark[] };

/** A recount as it is kept: what was done, oldest first, and what was undone, newest last. */
export interface MarkLog {
  done: readonly MarkChange[];
  undone: readonly MarkChange[];
}

export const NO_MARKS: MarkLog = { done: [], undone: [] };

/** Media time to the millisecond, the finest that a marks file can hold. */
export const toMillisecond = (seconds: number): number => Math.round(seconds * 1000) / 1000;

/** Marks by time; of one instant by id, so that the order is always the same. */
export const inOrder = (marks: readonly Mark[]): Mark[] => [...marks].sort((a, b) => a.at - b.at || (a.id < b.id ? -1 : 1));

function apply(marks: readonly Mark[], change: MarkChange): Mark[] {
  switch (change.type) {
    case 'put':
      return [...marks.filter((mark) => mark.id !== change.mark.id), change.mark];
    case 'take':
      return marks.filter((mark) => mark.id !== change.mark.id);
    case 'shift':
      return marks.map((mark) => (mark.id === change.id ? { ...mark, at: change.to } : mark));
    case 'all':
      return [...change.after];
  }
}

/** The marks that a log leaves standing, in order of time. */
export const marksOf = (log: MarkLog): Mark[] => inOrder(log.done.reduce<Mark[]>(apply, []));

/** The log with one more change. What was undone before can no longer be redone. */
export const changed = (log: MarkLog, change: MarkChange): MarkLog => ({ done: [...log.done, change], undone: [] });

/** Takes the last change back; a log without changes stays as it is. */
export function undo(log: MarkLog): MarkLog {
  const last = log.done.at(-1);
  return last ? { done: log.done.slice(0, -1), undone: [...log.undone, last] } : log;
}

/** Does the change again that was undone last; without one the log stays as it is. */
export function redo(log: MarkLog): MarkLog {
  const last = log.undone.at(-1);
  return last ? { done: [...log.done, last], undone: log.undone.slice(0, -1) } : log;
}

/**
 * Where a tap belongs in the clip: the media time that was seen when the finger moved.
 * @param seen media time in seconds at the tap
 * @param delay seconds from seeing to tapping, as measured
 * @param speed playback rate; 0 while the clip stands still, where nothing is late
 */
export const tappedAt = (seen: number, delay: number, speed: number): number => toMillisecond(Math.max(0, seen - delay * speed));
