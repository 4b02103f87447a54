import { useCallback, useEffect, useMemo, useState } from 'react';
import { changeRead, MET_HERE } from '../../client/device-store.ts';
import { keepHere, keptHere } from '../../client/kept-here.ts';
import { deviceNow } from '../../client/now.ts';
import type { ThisWeek } from '../../contract/training.ts';
import { DAY_MS } from '../../core/calendar/lengths.ts';
import { type ClockState, drillsToMeet, type Interval, MET_FOR_DAYS, meetsAt } from '../../core/training/index.ts';
import type { Session } from '../../core/weeks/schema.ts';
import { leftOutAt } from './kit.ts';

const storeOf = (playerId: string) => `${MET_HERE}${playerId}`;

/** When this device saw which drill met, epoch ms; what was met more than eight weeks ago is forgotten. */
function metHere(playerId: string): Record<string, number> {
  const kept = keptHere(storeOf(playerId));
  const since = deviceNow() - MET_FOR_DAYS * DAY_MS;
  return Object.fromEntries(Object.entries(kept ?? {}).filter(([, at]) => typeof at === 'number' && at > since));
}

/** Drills that a session begins with meeting: those that neither the server nor this device knows to be met. A week of an older version knows all. */
export function toMeetIn(visit: Pick<ThisWeek, 'met' | 'playerId' | 'swaps'>, session: Session, alsoMet: readonly string[] = []): string[] {
  if (!visit.met) return [];
  return drillsToMeet(session, new Set([...visit.met, ...alsoMet]), leftOutAt(visit));
}

/**
 * Meeting new drills within a visit. The clock pauses by itself where one is met before its first go, so that the time it takes is in the
 * log as a pause, and the run sheet stays the one that everybody has.
 * @param pause pauses the clock
 */
export function useMeeting(
  visit: ThisWeek,
  session: Session,
  sheet: readonly Interval[],
  state: ClockState,
  pause: () => void,
): { drillId: string | null; unknown: string[]; isMet(drillId: string): boolean; met(drillId: string): void } {
  const [here, setHere] = useState<string[]>([]);
  // The device's own memory is read once the page is there: the server has none.
  useEffect(() => setHere(Object.keys(metHere(visit.playerId))), [visit.playerId]);
  const unknown = useMemo(() => toMeetIn(visit, session, here), [visit, session, here]);
  const drillId = useMemo(() => meetsAt(sheet, state.index, new Set(unknown)), [sheet, state.index, unknown]);
  const running = state.phase === 'running';
  useEffect(() => {
    if (running && drillId) pause();
  }, [running, drillId, pause]);
  const met = useCallback(
    (id: string) => {
      const now = { ...metHere(visit.playerId), [id]: deviceNow() };
      keepHere(storeOf(visit.playerId), now);
      setHere(Object.keys(now));
      // A page made without a line knows it too.
      void changeRead<ThisWeek>(`visit:${visit.playerId}`, (kept) => ({ ...kept, met: [...new Set([...(kept.met ?? []), id])] })).catch(
        () => {},
      );
    },
    [visit.playerId],
  );
  const isMet = useCallback((id: string) => !visit.met || visit.met.includes(id) || here.includes(id), [visit.met, here]);
  return { isMet, drillId: running || state.phase === 'paused' ? drillId : null, unknown, met };
}
