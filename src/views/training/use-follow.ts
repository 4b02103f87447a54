import { useEffect, useRef, useState } from 'react';
import type { TogetherScene } from '../../contract/together.ts';
import { followSquad } from '../../core/together/follow.ts';
import { type Command, squadClock } from '../../core/together/squad-clock.ts';
import { advance, type ClockEvent, type ClockState, type Interval } from '../../core/training/index.ts';

/** The squad's clock, for a visit on a live evening. */
export interface SquadOn {
  eveningId: string;
  /** The server's clock, epoch ms; null until it was asked. */
  serverNow(): number | null;
  commands(): readonly Command[];
  /** Hears of every word of the coach; returns the way to stop. */
  subscribe(listener: () => void): () => void;
}

/** A live evening, as a visit on it knows it. */
export interface Live {
  on: SquadOn;
  scene: TogetherScene | null;
  isOnLine: boolean;
  startsAt: number;
  timeZone: string;
  /** The coach asks whether everybody is ready, since the last go. */
  asksReady: boolean;
  /** Several share this phone. */
  isShared: boolean;
  /** Says what this player does. */
  say(doing: 'here' | 'ready' | 'with' | 'waits'): void;
}

/** How often a visit looks where the squad is. */
const LOOK_MS = 200;

/**
 * Keeps a clock with the squad's.
 * @param serverAhead what the server's clock is ahead of the log's, in ms; null until it is known
 * @returns whether the squad is within a go that this visit did not begin
 */
export function useFollow(
  squad: SquadOn | null,
  sheet: readonly Interval[],
  own: () => { state: ClockState; log: readonly ClockEvent[]; now: number; serverAhead: number | null },
  add: (event: ClockEvent) => void,
): boolean {
  const [waits, setWaits] = useState(false);
  const ownRef = useRef(own);
  ownRef.current = own;
  useEffect(() => {
    if (!squad) return;
    const look = () => {
      const { state, log, now, serverAhead } = ownRef.current();
      if (serverAhead === null) return;
      const said = squad.commands().map((one) => ({ ...one, at: one.at - serverAhead }));
      const found = followSquad(sheet, advance(sheet, state, now), log, squadClock(sheet, said, now));
      setWaits(found.kind === 'wait');
      if (found.kind === 'event') add(found.event);
    };
    const timer = setInterval(look, LOOK_MS);
    const stop = squad.subscribe(look);
    return () => {
      clearInterval(timer);
      stop();
    };
  }, [squad, sheet, add]);
  return waits;
}
