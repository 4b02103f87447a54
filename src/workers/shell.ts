/// <reference lib="webworker" />
import { clientsClaim } from 'workbox-core';
import { ExpirationPlugin } from 'workbox-expiration';
import { cleanupOutdatedCaches, matchPrecache, precacheAndRoute } from 'workbox-precaching';
import { registerRoute } from 'workbox-routing';
import { CacheFirst } from 'workbox-strategies';
import { LEAVING } from '../core/accounts/leaving.ts';

/**
 * Keeps the player's pages on the device: the shell, its scripts, styles, fonts and pictures are there once a player has opened
 * a page. What the server says and what is sent to it never comes out of a cache.
 */

declare const self: ServiceWorkerGlobalScope & { __WB_MANIFEST: { url: string; revision: string | null }[] };

/** A page that takes longer than this on a weak line is made from what the device keeps. */
const PATIENCE_MS = 4000;
const PLAYER_PAGE = /^\/(week|feet|home|go\/[^/]+|by-hand\/[^/]+)?$/;

/** What the device reads: it is asked for by that, so another language is another worker with other files. */
const READS = new URL(self.location.href).searchParams.get('in') ?? 'en';
const PAGE = READS === 'en' ? 'offline/index.html' : `offline/${READS}.html`;

/** Whether a file belongs to what this device reads: scripts and pages are of one language, all else is of none. */
function isRead(url: string): boolean {
  if (url.startsWith('offline/')) return url === PAGE;
  if (!/^_astro\/.*\.js$/.test(url)) return true;
  const folder = /^_astro\/([A-Za-z-]+)-[\w-]{8}\//.exec(url)?.[1] ?? 'en';
  return folder === READS;
}

const files = self.__WB_MANIFEST;
precacheAndRoute(
  files.filter((entry) => isRead(typeof entry === 'string' ? entry : entry.url)),
  { cleanURLs: false, directoryIndex: '' },
);
cleanupOutdatedCaches();
// A new release waits until the last page of the old one is closed: no visit loses its scripts in the middle.
clientsClaim();

const shell = async (): Promise<Response> => (await matchPrecache(`/${PAGE}`)) ?? Response.error();

/** Whether nobody who has left is still signed in: ends that first, as soon as there is a line. */
async function hasLeft(): Promise<boolean> {
  const noted = await caches.open(LEAVING.cache);
  if (!(await noted.match(LEAVING.key))) return true;
  const headers = { 'content-type': 'application/json' };
  const ended = await fetch(LEAVING.address, { method: 'POST', headers, body: '{}' }).catch(() => null);
  if (!ended?.ok) return false;
  await noted.delete(LEAVING.key);
  return true;
}

/** The page from the server, or the shell when there is no line or the server is in trouble. */
async function pageOr(request: Request): Promise<Response> {
  if (!(await hasLeft())) return shell();
  const late = new Promise<null>((resolve) => setTimeout(() => resolve(null), PATIENCE_MS));
  const answer = fetch(request).catch(() => null);
  const first = await Promise.race([answer, late]);
  if (!first || first.status >= 502) return shell();
  return first;
}

registerRoute(
  ({ request, url }) => request.mode === 'navigate' && url.origin === self.location.origin && PLAYER_PAGE.test(url.pathname),
  ({ request }) => pageOr(request),
);

// Hashed files never change; those of other pages are kept when they were once read.
registerRoute(
  ({ url }) => url.origin === self.location.origin && url.pathname.startsWith('/_astro/'),
  new CacheFirst({ cacheName: 'eager-feet-files', plugins: [new ExpirationPlugin({ maxEntries: 120, purgeOnQuotaError: true })] }),
);
