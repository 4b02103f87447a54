import { useEffect } from 'react';
import type { ClockState } from '../../core/training/index.ts';

/** A pause this long is no walk back and no meeting: the screen may sleep again. */
const PAUSE_MS = 10 * 60_000;

/** Keeps the screen on while the clock runs, and for the first minutes of a pause: a child on the way back to its place looks at it. */
export function useAwake(phase: ClockState['phase']): void {
  useEffect(() => {
    if ((phase !== 'running' && phase !== 'paused') || !('wakeLock' in navigator)) return;
    let lock: WakeLockSentinel | null = null;
    let gone = false;
    const release = () => {
      gone = true;
      void lock?.release();
    };
    const ask = async () => {
      // The browser takes it away whenever the page is hidden.
      if (gone || document.hidden) return;
      lock = await navigator.wakeLock.request('screen').catch(() => null);
      if (gone) void lock?.release();
    };
    const asleep = phase === 'paused' ? setTimeout(release, PAUSE_MS) : undefined;
    const turned = () => void ask();
    void ask();
    document.addEventListener('visibilitychange', turned);
    return () => {
      document.removeEventListener('visibilitychange', turned);
      clearTimeout(asleep);
      release();
    };
  }, [phase]);
}
