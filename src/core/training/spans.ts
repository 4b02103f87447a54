import type { Foot } from '../drills/terms.ts';
import { type ClockEvent, replay } from './clock.ts';
import { workStretches } from './goes.ts';
import type { Interval } from './types.ts';

/** A stretch of running work, in seconds after the work's first instant. */
export interface WorkSpan {
  from: number;
  to: number;
}

interface Stop {
  from: number;
  to: number;
}

/** When the clock stood still: from each pause, or silence, until it was gone on with. Milliseconds. */
function stopsOf(events: readonly ClockEvent[]): Stop[] {
  const stops: Stop[] = [];
  let since: number | null = null;
  for (const event of events) {
    if (event.type === 'pause' || event.type === 'gap') since ??= event.at;
    else if (since !== null && event.type !== 'hide' && event.type !== 'show') {
      stops.push({ from: since, to: event.at });
      since = null;
    }
  }
  if (since !== null) stops.push({ from: since, to: Number.POSITIVE_INFINITY });
  return stops;
}

/** A stretch of time without the stops in it. */
function without(stops: readonly Stop[], from: number, to: number): Stop[] {
  let left: Stop[] = [{ from, to }];
  for (const stop of stops) {
    left = left.flatMap((part) => [
      { from: part.from, to: Math.min(part.to, Math.max(part.from, stop.from)) },
      { from: Math.max(part.from, Math.min(part.to, stop.to)), to: part.to },
    ]);
  }
  return left.filter((part) => part.to > part.from);
}

/**
 * When one foot's work of a go really ran, as the run log has it: stretches without pauses, turn-rounds and silences.
 * Only the last attempt after "again". Empty when the log knows nothing of it.
 */
export function workSpans(
  sheet: readonly Interval[],
  events: readonly ClockEvent[],
  go: { itemId: string; round: number; foot: Foot },
): WorkSpan[] {
  const mine = workStretches(sheet, replay(sheet, events), go.itemId, go.round).filter((stretch) => sheet[stretch.index]?.foot === go.foot);
  const first = mine[0];
  if (!first) return [];
  const stops = stopsOf(events);
  return mine
    .flatMap((stretch) => without(stops, stretch.startedAt, stretch.endedAt))
    .map(({ from, to }) => ({ from: (from - first.startedAt) / 1000, to: (to - first.startedAt) / 1000 }))
    .reduce<WorkSpan[]>((joined, span) => {
      const last = joined.at(-1);
      // Stretches of a pace ladder follow each other without a break.
      if (last && span.from - last.to < 0.001) last.to = span.to;
      else joined.push({ ...span });
      return joined;
    }, []);
}
