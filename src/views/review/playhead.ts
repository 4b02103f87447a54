import { useSyncExternalStore } from 'react';

/** Where a clip stands, kept outside React so that sixty times a second only what shows it is drawn anew. */
export class Playhead {
  private now = 0;
  private readonly listeners = new Set<() => void>();

  get = (): number => this.now;

  set(at: number): void {
    if (at === this.now) return;
    this.now = at;
    for (const listener of this.listeners) listener();
  }

  subscribe = (listener: () => void): (() => void) => {
    this.listeners.add(listener);
    return () => this.listeners.delete(listener);
  };
}

/** The media time in seconds that is shown now. */
export const useMediaTime = (head: Playhead): number => useSyncExternalStore(head.subscribe, head.get, () => 0);
