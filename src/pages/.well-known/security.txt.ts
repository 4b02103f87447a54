import { DAY_MS } from '../../core/calendar/lengths.ts';
import { appContext } from '../../server/context.ts';
import { keepersAddress } from '../../server/mail/mail.ts';

const VALID_DAYS = 180;

/** Where somebody who found a hole writes (RFC 9116): to whoever runs this house. */
export const GET = (): Response => {
  const { config, now } = appContext();
  const today = Math.floor(now() / DAY_MS) * DAY_MS;
  const lines = [
    `Contact: mailto:${keepersAddress(config)}`,
    `Expires: ${new Date(today + VALID_DAYS * DAY_MS).toISOString()}`,
    'Preferred-Languages: en, es',
    `Canonical: ${config.baseAddress}/.well-known/security.txt`,
  ];
  return new Response(`${lines.join('\n')}\n`, { headers: { 'content-type': 'text/plain; charset=utf-8' } });
};
export const HEAD = GET;
