import { advance, applyEvent, type ClockEvent, type ClockState, NOT_STARTED } from '../training/clock.ts';
import type { Interval } from '../training/types.ts';
import { goesTogether } from './sheet.ts';

/** What a coach may say. `go` begins a go (the same one again, or any other) with its lead-in; `ask` asks whether everybody is ready and moves nothing. */
export const COMMANDS = ['go', 'pause', 'resume', 'ask', 'end'] as const;

/** What the coach of an evening said: its number, from 1, and when it holds (server's clock, epoch ms). */
export interface Command {
  seq: number;
  at: number;
  type: (typeof COMMANDS)[number];
  /** Which go begins, from 0; null for everything else. */
  go: number | null;
}

/** The word that began the go that is on, or was last. */
export const lastGo = (commands: readonly Command[]): Command | undefined => commands.findLast((one) => one.type === 'go');

/** Where the squad's clock stands. */
export interface SquadClock {
  /** The command that began the go; null before the first. */
  seq: number | null;
  /** Which go, from 0; null before the first. */
  go: number | null;
  clock: ClockState;
  /** The coach ended it. */
  isOver: boolean;
}

/** The event by which a clock follows a command; null for what moves no clock. */
function eventOf(sheet: readonly Interval[], command: Command): ClockEvent | null {
  switch (command.type) {
    case 'go': {
      const go = command.go === null ? undefined : goesTogether(sheet)[command.go];
      return go ? { type: 'join', at: command.at, index: go.first, ranMs: 0, seq: command.seq, anew: true } : null;
    }
    case 'pause':
    case 'resume':
      return { type: command.type, at: command.at };
    default:
      return null;
  }
}

/**
 * Where the squad stands at an instant: the same reducer as every player's clock, over what the coach said until then. Commands may be given
 * in any order; one that lies ahead, or names a go that is not there, changes nothing.
 * @param at epoch ms on the server's clock
 */
export function squadClock(sheet: readonly Interval[], commands: readonly Command[], at: number): SquadClock {
  const said = commands.filter((one) => one.at <= at).sort((a, b) => a.seq - b.seq);
  let clock = NOT_STARTED;
  let last: Command | null = null;
  for (const command of said) {
    const event = eventOf(sheet, command);
    if (!event) continue;
    if (command.type === 'go') {
      if (clock.phase === 'waiting') clock = applyEvent(sheet, clock, { type: 'start', at: command.at });
      last = command;
    }
    clock = applyEvent(sheet, clock, event);
  }
  return { seq: last?.seq ?? null, go: last?.go ?? null, clock: advance(sheet, clock, at), isOver: said.some((one) => one.type === 'end') };
}
