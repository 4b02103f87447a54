import { readFileSync } from 'node:fs';
import type { IncomingMessage, Server, ServerResponse } from 'node:http';
import type { Socket } from 'node:net';
import { networkOf } from './address.ts';

/*
 * Bounds on connections: whoever opens thousands and says nothing, or sends bodies that never end, takes no one else's place.
 * Descriptors are kept back for the house itself: the database, clips, backups.
 */

/** Connections of one network, and requests of one network that are being worked on. A proxy of one's own is not counted as one. */
export const CONNECTIONS_OF_NETWORK = 300;
export const REQUESTS_OF_NETWORK = 150;
/** Descriptors that the house needs for itself. */
const KEPT_BACK = 256;
const CONNECTIONS_MAX = 4000;
/** How long the rest of a body that nobody reads may still come. */
const UNREAD_MS = 2000;

/** The descriptors that this process may have (Linux); elsewhere a usual number. */
export function descriptorsMax(): number {
  const USUAL = 1024;
  try {
    const line = /Max open files\s+(\d+|unlimited)/.exec(readFileSync('/proc/self/limits', 'utf8'))?.[1];
    return line === 'unlimited' ? Number.MAX_SAFE_INTEGER : Number(line ?? USUAL);
  } catch {
    return USUAL;
  }
}

interface Held {
  network: string;
  /** Requests on it that are being worked on. */
  working: number;
}

/** How many requests of a network are being worked on, and whether one more may begin. */
export interface Connections {
  /** Whether a request is one too many of its network; else it is counted until its answer is over. */
  isOneTooMany(req: IncomingMessage, res: ServerResponse): boolean;
  open(): number;
}

/**
 * Watches a server's connections. When a network, or the house, has as many as it may have, the one of it that has been silent longest
 * gives way to a new one; when none is silent, the new one is closed.
 */
export function boundConnections(
  server: Server,
  proxies: readonly string[],
  max = Math.min(CONNECTIONS_MAX, descriptorsMax() - KEPT_BACK),
): Connections {
  // In the order in which they last became silent.
  const held = new Map<Socket, Held>();
  const ofNetwork = new Map<string, number>();
  const working = new Map<string, number>();
  const add = (map: Map<string, number>, key: string, n: number) => {
    const sum = (map.get(key) ?? 0) + n;
    if (sum > 0) map.set(key, sum);
    else map.delete(key);
  };
  const isProxy = (network: string) => proxies.includes(network);
  const forget = (socket: Socket) => {
    const had = held.get(socket);
    if (!had) return;
    held.delete(socket);
    add(ofNetwork, had.network, -1);
  };
  const makeRoom = (fits: (one: Held) => boolean): boolean => {
    for (const [socket, one] of held)
      if (one.working === 0 && fits(one)) {
        forget(socket);
        socket.destroy();
        return true;
      }
    return false;
  };
  server.on('connection', (socket: Socket) => {
    const network = networkOf(socket.remoteAddress ?? 'unknown');
    const crowded = !isProxy(network) && (ofNetwork.get(network) ?? 0) >= CONNECTIONS_OF_NETWORK;
    if (crowded && !makeRoom((one) => one.network === network)) {
      socket.destroy();
      return;
    }
    if (held.size >= max && !makeRoom(() => true)) {
      socket.destroy();
      return;
    }
    held.set(socket, { network, working: 0 });
    add(ofNetwork, network, 1);
    socket.once('close', () => forget(socket));
  });
  return {
    isOneTooMany(req, res) {
      const { socket } = req;
      const network = networkOf(socket.remoteAddress ?? 'unknown');
      const tooMany = !isProxy(network) && (working.get(network) ?? 0) >= REQUESTS_OF_NETWORK;
      const one = held.get(socket);
      if (one) one.working++;
      if (!tooMany) add(working, network, 1);
      res.once('close', () => {
        if (!tooMany) add(working, network, -1);
        const still = held.get(socket);
        if (!still) return;
        still.working--;
        // Silent from now on: behind those that were silent before.
        held.delete(socket);
        held.set(socket, still);
      });
      return tooMany;
    },
    open: () => held.size,
  };
}

/** Ends what is left of a body once the answer is out and nobody reads it: it would hold the connection, and the next request on it. */
export function endUnread(req: IncomingMessage, res: ServerResponse): void {
  res.once('finish', () => {
    if (req.complete) return;
    const timer = setTimeout(() => {
      if (!req.complete) req.destroy();
    }, UNREAD_MS);
    timer.unref();
    req.once('close', () => clearTimeout(timer));
    req.resume();
  });
}
