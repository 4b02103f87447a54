import { useCallback, useRef, useState } from 'react';
import { type ClockState, type Interval, NOT_STARTED } from '../../core/training/index.ts';
import type { TurnRules } from './use-turn.ts';

/** Whose turn it is, by the place among who plays; null when all have ended. */
interface Floor {
  who: number | null;
  goesOn: boolean;
}

interface Known {
  sheet: readonly Interval[];
  turns: readonly (number | null)[];
  state: ClockState;
}

const UNKNOWN: Known = { sheet: [], turns: [], state: NOT_STARTED };

/**
 * Follows the clocks of all who share the phone, and says whose turn it is and how long they take together.
 * @param rules null for whoever is alone
 */
export function useTurns(players: readonly { playerId: string }[], rules: TurnRules | null) {
  const known = useRef(new Map<string, Known>());
  const [floor, setFloor] = useState<Floor>({ who: 0, goesOn: false });
  const [seconds, setSeconds] = useState(0);
  const ids = players.map((one) => one.playerId).join(' ');
  const report = useCallback(
    (playerId: string, sheet: readonly Interval[], state: ClockState) => {
      const before = known.current.get(playerId);
      const same = before?.sheet === sheet && (before.turns.length > 0 || rules === null);
      known.current.set(playerId, { sheet, state, turns: same ? before.turns : (rules?.turnsOf(sheet) ?? []) });
      if (!rules) return;
      const all = ids.split(' ').map((id) => known.current.get(id) ?? UNKNOWN);
      const who = rules.whoseTurn(all);
      const sheets = all.map((one) => one.sheet);
      const goesOn = who !== null && rules.goesOnByItself(all, sheets);
      setFloor((now) => (now.who === who && now.goesOn === goesOn ? now : { who, goesOn }));
      if (!same) setSeconds(rules.weave(sheets).seconds);
    },
    [ids, rules],
  );
  return { floor, seconds, report };
}
