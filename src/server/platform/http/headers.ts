import type { IncomingMessage, ServerResponse } from 'node:http';
import type { Config } from '../config.ts';

const POWERS_OFF = [
  'accelerometer',
  'bluetooth',
  'display-capture',
  'geolocation',
  'gyroscope',
  'magnetometer',
  'midi',
  'payment',
  'serial',
  'usb',
];
const PERMISSIONS = ['camera=(self)', 'microphone=(self)', 'screen-wake-lock=(self)', ...POWERS_OFF.map((name) => `${name}=()`)].join(', ');
const YEAR_SECONDS = 365 * 24 * 3600;

/**
 * Headers of every answer. Pages carry their own policy for scripts and styles in a meta element, with the hashes of their inline ones;
 * what the interface answers may run nothing at all.
 */
export function setSafetyHeaders(res: ServerResponse, config: Pick<Config, 'baseAddress'>, path: string): void {
  res.setHeader('x-content-type-options', 'nosniff');
  res.setHeader('referrer-policy', 'same-origin');
  res.setHeader('x-frame-options', 'DENY');
  res.setHeader('permissions-policy', PERMISSIONS);
  res.setHeader('cross-origin-opener-policy', 'same-origin');
  res.setHeader('cross-origin-resource-policy', 'same-origin');
  const inside = path.startsWith('/api/') ? "default-src 'none'; " : '';
  res.setHeader('content-security-policy', `${inside}frame-ancestors 'none'; base-uri 'none'; object-src 'none'; form-action 'self'`);
  if (config.baseAddress.startsWith('https:')) res.setHeader('strict-transport-security', `max-age=${YEAR_SECONDS}`);
}

/** The headers of a request of Node’s, as the web has them. */
export function headersOf(req: IncomingMessage): Headers {
  const headers = new Headers();
  for (const [name, value] of Object.entries(req.headers)) if (value !== undefined) headers.set(name, String(value));
  return headers;
}
