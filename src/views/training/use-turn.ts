import { useMemo, useRef } from 'react';
import type { ClockState, Interval } from '../../core/training/index.ts';

/** The rules of turns; whoever is alone does not load them. */
export type TurnRules = typeof import('../../core/training/turns.ts');

/** What a visit knows of the others who share the phone. */
export interface Turn {
  rules: TurnRules;
  nickname: string;
  mine: boolean;
  /** This player's screen is the one that is looked at. */
  isShown: boolean;
  /** Nobody is at the phone: the turn begins without a word. */
  goesOn: boolean;
  /** Whose turn it is; null when all have ended. */
  whose: string | null;
  /** Tells how the own turn is begun by a tap on another's screen; null where it does not wait. */
  onBegin(begin: (() => void) | null): void;
  /** Gives the phone to whose turn it is. */
  pass(): void;
}

/** How the own clock stands to the turns. */
export interface AtTurn {
  /** It stands at the beginning of a turn that somebody else's went before. */
  waits: boolean;
  isOthers: boolean;
  goesOn: boolean;
}

/** Nobody else has the phone. */
export const ALONE: AtTurn = { waits: false, isOthers: false, goesOn: false };

/** Follows the turns of those who share the phone. */
export function useTurn(sheet: readonly Interval[], state: ClockState, turn: Turn | null): AtTurn {
  const turns = useMemo(() => turn?.rules.turnsOf(sheet) ?? [], [turn?.rules, sheet]);
  /** The turn that it was somebody else's before: whoever only goes on waits for nothing. */
  const cameAfter = useRef<number | null>(null);
  const here = turns[state.index] ?? null;
  const isOthers = turn !== null && !turn.mine;
  // A first turn begins with Start.
  if (isOthers && state.phase !== 'waiting') cameAfter.current = nextTurn(turns, state.index);
  if (!turn) return ALONE;
  const waits = here !== null && here === cameAfter.current && turn.rules.isAtTurn({ turns, state });
  return { waits, isOthers, goesOn: turn.mine && turn.goesOn };
}

/** The turn that a place in the sheet belongs to, or the next one. */
const nextTurn = (turns: readonly (number | null)[], index: number): number | null =>
  turns.slice(index).find((one) => one !== null) ?? null;
