import { useCallback, useEffect, useRef } from 'react';
import { type ClockState, type Interval, isBackFromScore } from '../../core/training/index.ts';
import { ALONE, type AtTurn } from './use-turn.ts';

/**
 * The wait after a number: the clock stands at the next lead-in until the player says ready, or for as long as the squad's times say.
 * @param held something else is on there, such as a drill that is met or one that is passed
 * @param walkBack seconds; 0 waits until ready
 * @param turn where several share the phone: the clock stands at the beginning of a turn until it is the own one
 */
export function useInPlace(
  sheet: readonly Interval[],
  state: ClockState,
  held: boolean,
  walkBack: number,
  tap: (type: 'pause' | 'resume') => void,
  turn: AtTurn = ALONE,
): { isBack: boolean; isWaiting: boolean; ready(): void } {
  /** The lead-in that ready was said for, by what went before it. */
  const readyFor = useRef(-1);
  const here = state.stretches.length;
  const isBack = readyFor.current !== here && (turn.waits || isBackFromScore(sheet, state));
  const stops = isBack && !held && state.phase === 'running';
  const isWaiting = isBack && !held && state.phase === 'paused';
  const ready = useCallback(() => {
    if (turn.isOthers) return;
    readyFor.current = here;
    tap('resume');
  }, [here, tap, turn.isOthers]);
  useEffect(() => {
    if (isWaiting && turn.goesOn) ready();
  }, [isWaiting, turn.goesOn, ready]);
  useEffect(() => {
    if (stops) tap('pause');
  }, [stops, tap]);
  useEffect(() => {
    if (!isWaiting || walkBack === 0) return;
    const timer = setTimeout(ready, walkBack * 1000);
    return () => clearTimeout(timer);
  }, [isWaiting, walkBack, ready]);
  return { isBack, isWaiting, ready };
}
