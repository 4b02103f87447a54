import type { IncomingMessage, ServerResponse } from 'node:http';
import type { Logger } from 'pino';
import { v7 as uuid } from 'uuid';
import { routeOf } from '../../../core/text/route-of.ts';

/** Carries a request's id through the server and back to whoever asked; what a stranger sends in it is thrown away. */
export const REQUEST_ID_HEADER = 'x-request-id';

/**
 * Gives a request its id, and writes down when it is over: method, route, status, milliseconds. Nothing of people, bodies or queries.
 * @param over hears of it too
 */
export function logRequest(
  log: Logger,
  req: IncomingMessage,
  res: ServerResponse,
  over: (status: number, ms: number) => void,
): { request: string; route: string } {
  const about = { request: uuid(), route: routeOf(req.url ?? '/') };
  req.headers[REQUEST_ID_HEADER] = about.request;
  res.setHeader(REQUEST_ID_HEADER, about.request);
  const began = performance.now();
  res.once('close', () => {
    const ms = performance.now() - began;
    over(res.statusCode, ms);
    log.info({ ...about, method: req.method, status: res.statusCode, whole: res.writableFinished, ms: Math.round(ms) }, 'request');
  });
  return about;
}
