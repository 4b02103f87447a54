import { useEffect, useState } from 'react';
import { whatThisCan } from '../../client/what-this-can.ts';
import type { ClockState } from '../../core/training/index.ts';

/** A pause this long is no walk back and no meeting: the screen may sleep again. */
const PAUSE_MS = 10 * 60_000;

/**
 * Keeps the screen on while the clock runs, and for the first minutes of a pause: a child on the way back to its place looks at it.
 * @returns whether this device would not have it, so that its screen will go dark
 */
export function useAwake(phase: ClockState['phase']): boolean {
  const [dark, setDark] = useState(false);
  useEffect(() => {
    if (phase !== 'running' && phase !== 'paused') return;
    if (!whatThisCan(window).keepScreenOn) {
      setDark(true);
      return;
    }
    let lock: WakeLockSentinel | null = null;
    let gone = false;
    const release = () => {
      gone = true;
      void lock?.release();
    };
    const turned = () => void ask();
    const ask = async () => {
      // The browser takes it away whenever the page is hidden.
      if (gone || document.hidden) return;
      lock = await navigator.wakeLock.request('screen').catch(() => null);
      if (gone) void lock?.release();
      // Refused behind another page is nothing to speak of; refused in sight, by a low battery for one, is.
      else if (!document.hidden) setDark(lock === null);
      lock?.addEventListener('release', turned);
    };
    const asleep = phase === 'paused' ? setTimeout(release, PAUSE_MS) : undefined;
    void ask();
    document.addEventListener('visibilitychange', turned);
    return () => {
      document.removeEventListener('visibilitychange', turned);
      clearTimeout(asleep);
      release();
    };
  }, [phase]);
  return dark;
}
