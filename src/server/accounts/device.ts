import { createHmac } from 'node:crypto';
import { v7 as uuid } from 'uuid';
import type { Config } from '../platform/config.ts';
import { isSameSecret } from '../platform/same-secret.ts';

/** The cookie that says who has signed in on a device before. It opens nothing: it only keeps strangers' wrong tries from counting here. */
export const DEVICE_COOKIE = 'eager-feet.device';
export const DEVICE_SECONDS = 365 * 24 * 3600;
/** Cookies go over TLS only, once the house is reached that way. */
export const cookieAttributes = (config: Config) =>
  ({ httpOnly: true, sameSite: 'lax', path: '/', secure: config.baseAddress.startsWith('https:') }) as const;

/** A family's tablet: more accounts than this push out the oldest. */
const MOST_ACCOUNTS = 8;
const MARK_LETTERS = 22;

const markOf = (secret: string, device: string, who: string) =>
  createHmac('sha256', secret).update(`device|${device}|${who}`).digest('base64url').slice(0, MARK_LETTERS);

function parts(cookie: string | null | undefined): { device: string; marks: string[] } | null {
  const [device, ...marks] = (cookie ?? '').split('.');
  return device && /^[0-9a-f-]{36}$/.test(device) ? { device, marks: marks.slice(0, MOST_ACCOUNTS) } : null;
}

/** The device's id when this account has signed in on it before; null otherwise. */
export function knownDevice(secret: string, cookie: string | null | undefined, who: string): string | null {
  const found = parts(cookie);
  if (!found) return null;
  const mark = markOf(secret, found.device, who);
  return found.marks.some((one) => isSameSecret(one, mark)) ? found.device : null;
}

/** The cookie's value after this account has signed in. */
export function withAccount(secret: string, cookie: string | null | undefined, who: string): string {
  const found = parts(cookie) ?? { device: uuid(), marks: [] };
  const mark = markOf(secret, found.device, who);
  return [found.device, mark, ...found.marks.filter((one) => one !== mark)].slice(0, MOST_ACCOUNTS + 1).join('.');
}
