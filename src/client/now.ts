import { v7 as uuid } from 'uuid';

/** Epoch milliseconds that never run back while the page lives, whatever is done to the device's clock. */
export const deviceNow = (): number => performance.timeOrigin + performance.now();

/** This life of the page: its `deviceNow` is one clock. */
const PAGE = uuid();
/** What has to be added to this page's clock for the server's; null until the server was heard. */
let offsetMs: number | null = null;

/** The server has just said what time it is. */
export function serverSaid(now: number): void {
  offsetMs = now - deviceNow();
}

/** The time on the server's clock as well as it is known here. */
const serverNow = (): number => deviceNow() + (offsetMs ?? 0);

/** A moment that can be measured from later, also by another life of the page and over a change of the device's clock. */
export interface Stamp {
  page: string;
  at: number;
  /** On the server's clock; null when the page had not heard it. */
  server: number | null;
}

export const stampNow = (): Stamp => ({ page: PAGE, at: deviceNow(), server: offsetMs === null ? null : serverNow() });

/**
 * Milliseconds since a stamp, never below 0: by this page's own clock, else by the server's, which no one sets by hand,
 * else by the device's.
 */
export function elapsedSince(stamp: Stamp): number {
  const byServer = stamp.page !== PAGE && stamp.server !== null && offsetMs !== null;
  return Math.max(0, byServer ? serverNow() - (stamp.server ?? 0) : deviceNow() - stamp.at);
}
