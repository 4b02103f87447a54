import { createHash } from 'node:crypto';
import type { IncomingMessage } from 'node:http';
import { RateLimiterMemory, type RateLimiterRes } from 'rate-limiter-flexible';
import { t } from '../../../core/text/translate.ts';
import type { Config } from '../config.ts';
import { Problem } from '../problems.ts';
import { ADDRESS_HEADER, networkOf } from './address.ts';

/* How much one person, and one network, may ask in a minute. Signing in has limits of its own; files of the interface have none. */

const MINUTE_SECONDS = 60;
const SESSION_COOKIE = /(?:^|;\s*)(?:__Secure-)?eager-feet\.session_token=([^;]+)/;

/** Pieces of uploads come many a second, and are bounded by the quotas of clips. */
const isFree = (path: string): boolean => path.startsWith('/api/uploads') || path === '/health';

/**
 * Counts the requests of a minute: of somebody signed in, of a network without signing in, of a network in all.
 * A school is one network.
 */
export function boundRequests({ person, stranger, network }: Config['requestBounds']) {
  const by = (points: number) => new RateLimiterMemory({ points, duration: MINUTE_SECONDS });
  const [ofPerson, ofStranger, ofNetwork] = [by(person), by(stranger), by(network)];
  return {
    /** @throws Problem "too many requests" with the seconds to wait */
    async check(req: IncomingMessage, path: string): Promise<void> {
      if (isFree(path)) return;
      const from = networkOf(String(req.headers[ADDRESS_HEADER] ?? ''));
      const cookie = SESSION_COOKIE.exec(req.headers.cookie ?? '')?.[1];
      try {
        // A cookie that nobody gave is worth no more than none: the network's own bound holds for it too.
        if (cookie) await ofPerson.consume(createHash('sha256').update(cookie).digest('base64url'));
        else await ofStranger.consume(from);
        await ofNetwork.consume(from);
      } catch (refused) {
        const { msBeforeNext } = refused as RateLimiterRes;
        if (msBeforeNext === undefined) throw refused;
        const seconds = Math.max(1, Math.ceil(msBeforeNext / 1000));
        throw new Problem('too many requests', t('That was a lot in one minute. Wait {seconds} s, then go on.', { seconds }), [], seconds);
      }
    },
  };
}
