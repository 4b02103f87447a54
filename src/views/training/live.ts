import type { ComponentType, ReactNode } from 'react';
import type { TogetherScene } from '../../contract/together.ts';
import type { Drill } from '../../core/drills/schema.ts';
import type { DrawnDrill } from '../../core/moves/of-drill.ts';
import type { StrongerFoot } from '../../core/squads/terms.ts';
import type { heldBy } from '../../core/together/follow.ts';
import type { sheetTogether } from '../../core/together/sheet.ts';
import type { ClockEvent, ClockState, Interval } from '../../core/training/index.ts';
import type { ShownByCoach } from '../clips/shown-by-coach.ts';
import type { Voice } from './voice.ts';

/* What a visit knows of the live evening that it is on. All of it comes from there: whoever does a session alone loads nothing of it. */

/** A clock that follows the squad's. */
export interface FollowingClock {
  /** Where it stands: its state, its log, the instant on the log's clock, and what the server's clock is ahead of that, in ms (null until that is known). */
  own(): { state: ClockState; log: readonly ClockEvent[]; now: number; serverAhead: number | null };
  add(event: ClockEvent): void;
  /** Hears whether the squad is within a go that this one did not begin. */
  onWait(waits: boolean): void;
}

/** The squad's clock. */
export interface SquadOn {
  eveningId: string;
  /** The server's clock, epoch ms; null until it was asked. */
  serverNow(): number | null;
  sheetOf: typeof sheetTogether;
  heldBy: typeof heldBy;
  /** Keeps a clock with the squad's; returns the way to stop. */
  keep(sheet: readonly Interval[], following: FollowingClock): () => void;
}

/** A live evening, as a visit on it knows it. */
export interface Live {
  on: SquadOn;
  scene: TogetherScene | null;
  isOnLine: boolean;
  startsAt: number;
  timeZone: string;
  /** How long it takes, the time between the goes included, in words. */
  minutes: string;
  /** The coach asks whether everybody is ready, since the last go. */
  asksReady: boolean;
  /** Somebody on this phone has pressed “Start”: with it all begin who share it and have not. */
  isBegun: boolean;
  begin(): void;
  /** The wait at which whoever is on this phone said to be ready; -1 for none. */
  readyAt: number;
  onReady(index: number): void;
  /** What is said while the coach is waited for. */
  setUp: string;
  /** What stands on the screen between two goes, and while the coach has stopped the clock. */
  Gate: ComponentType<GateProps>;
  /** Past a number that is not given. */
  Skip: ComponentType<{ onSkip(): void }>;
  /** Says what this player does. */
  say(doing: 'here' | 'ready' | 'with' | 'waits'): void;
}

export interface GateProps {
  live: Live;
  voice: Pick<Voice, 'tell'>;
  /** Somebody else’s screen is seen on this phone. */
  isQuiet: boolean;
  /** Where the coach has stopped the clock, in words; null between two goes. */
  stoppedAt: string | null;
  me: string;
  /** The drill of the next go; undefined after the last. */
  drill: (Drill & DrawnDrill) | undefined;
  foot: 'left' | 'right' | null;
  stronger: StrongerFoot;
  shown: ShownByCoach;
  /** The number to beat in it, in words; null for none. */
  beat: string | null;
  /** It cannot be done at this home. */
  isLeftOut: boolean;
  /** The squad is within a go that this one did not begin. */
  waits: boolean;
  isReady: boolean;
  onReady(isReady: boolean): void;
  /** How the last go came out, and what can be put right of it. */
  children?: ReactNode;
  /** Goes on without the coach: begins the next go, or goes on with the one that stands. */
  onAlone(): void;
  onHurt(): void;
  onLeave(): void;
}
