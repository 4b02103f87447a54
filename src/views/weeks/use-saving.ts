import { useEffect } from 'react';

interface Saving {
  /** What is edited: every new one starts the wait anew. */
  edited: unknown;
  state: { kind: string; again?: true };
  /** Nothing is sent before the coach has chosen between two versions. */
  isHeld: boolean;
  afterMs: number;
  /** Without a line it is tried again after so long, twice as long each time, up to a minute. */
  retryMs: number;
  /** Tries in a row that came to nothing. */
  tries: { readonly current: number };
  saveNow(): Promise<unknown>;
  /** True while the server does not have what is on the screen. */
  isAhead(): boolean;
}

const RETRY_MOST_MS = 60_000;

/** Saves what is edited by itself: shortly after a change, again after a failure, and at once when the line is back or the page is left. */
export function useSaving({ edited, state, isHeld, afterMs, retryMs, tries, saveNow, isAhead }: Saving): void {
  // biome-ignore lint/correctness/useExhaustiveDependencies: every change starts the wait anew.
  useEffect(() => {
    const waits = state.kind === 'kept' || state.kind === 'not kept' || (state.kind === 'problem' && state.again);
    if (isHeld || !waits) return;
    const again = Math.min(RETRY_MOST_MS, retryMs * 2 ** (tries.current - 1));
    const timer = setTimeout(() => void saveNow(), tries.current > 0 ? again : afterMs);
    return () => clearTimeout(timer);
  }, [edited, state, saveNow, isHeld]);

  // biome-ignore lint/correctness/useExhaustiveDependencies: what is ahead is looked up when it is asked.
  useEffect(() => {
    const now = () => {
      if (!isHeld && isAhead()) void saveNow();
    };
    window.addEventListener('online', now);
    // Somebody leaves: it is kept here in any case, and perhaps there is still time.
    window.addEventListener('pagehide', now);
    return () => {
      window.removeEventListener('online', now);
      window.removeEventListener('pagehide', now);
    };
  }, [saveNow, isHeld]);
}
