import { type ComponentType, type ReactNode, useEffect, useRef, useState } from 'react';
import type { TogetherScene } from '../../contract/together.ts';
import type { Drill } from '../../core/drills/schema.ts';
import type { DrawnDrill } from '../../core/moves/of-drill.ts';
import type { StrongerFoot } from '../../core/squads/terms.ts';
import type { Following, followSquad } from '../../core/together/follow.ts';
import type { sheetTogether } from '../../core/together/sheet.ts';
import type { ClockEvent, ClockState, Interval } from '../../core/training/index.ts';
import type { ShownByCoach } from '../clips/shown-by-coach.ts';

/** Where a clock stands: its state, its log, and the instant on the log's clock. */
export interface OwnClock {
  state: ClockState;
  log: readonly ClockEvent[];
  now: number;
}

/** The squad's clock, for a visit on a live evening. Whoever does a session alone does not load what it takes. */
export interface SquadOn {
  eveningId: string;
  /** The server's clock, epoch ms; null until it was asked. */
  serverNow(): number | null;
  sheetOf: typeof sheetTogether;
  /** What a clock does to be with the squad, as `followSquad` says; `serverAhead` is what the server's clock is ahead of the log's, in ms. */
  follow(sheet: Parameters<typeof followSquad>[0], own: OwnClock, serverAhead: number): Following;
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
  /** What stands on the screen between two goes, and while the coach has stopped the clock. */
  Gate: ComponentType<GateProps>;
  /** Says what this player does. */
  say(doing: 'here' | 'ready' | 'with' | 'waits'): void;
}

/** What the screen between two goes shows. */
export interface GateProps {
  live: Live;
  /** Where the coach has stopped the clock, in words; null between two goes. */
  stoppedAt: string | null;
  onHurt(): void;
  me: string;
  /** The drill of the next go; undefined after the last. */
  drill: (Drill & DrawnDrill) | undefined;
  foot: 'left' | 'right' | null;
  stronger: StrongerFoot;
  shown: ShownByCoach;
  /** The number to beat in it, in words; null for none. */
  beat: string | null;
  /** Why this drill cannot be done at this home, in words; null where it can. */
  lacking: string | null;
  /** The squad is within a go that this one did not begin. */
  waits: boolean;
  isReady: boolean;
  onReady(isReady: boolean): void;
  /** How the last go came out, and what can be put right of it. */
  children?: ReactNode;
  onAlone(): void;
  onLeave(): void;
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
  own: () => OwnClock & { serverAhead: number | null },
  add: (event: ClockEvent) => void,
): boolean {
  const [waits, setWaits] = useState(false);
  const ownRef = useRef(own);
  ownRef.current = own;
  useEffect(() => {
    if (!squad) return;
    const look = () => {
      const { serverAhead, ...here } = ownRef.current();
      if (serverAhead === null) return;
      const found = squad.follow(sheet, here, serverAhead);
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
