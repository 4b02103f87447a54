import { LEAVING } from '../core/accounts/leaving.ts';
import { sendJson } from './client.ts';

/** Notes that whoever is signed in has left, for the first moment that has a line. */
export async function noteLeaving(): Promise<void> {
  await (await caches.open(LEAVING.cache)).put(LEAVING.key, new Response('left'));
}

/** Ends the sign-in that somebody left without a line, before anybody else signs in here. @throws while there is no line */
export async function endLeft(): Promise<void> {
  if (!('caches' in globalThis)) return;
  const noted = await caches.open(LEAVING.cache);
  if (!(await noted.match(LEAVING.key))) return;
  await sendJson('POST', LEAVING.address, {});
  await noted.delete(LEAVING.key);
}
