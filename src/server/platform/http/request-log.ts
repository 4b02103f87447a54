import type { IncomingMessage, ServerResponse } from 'node:http';
import type { Logger } from 'pino';
import { v7 as uuid } from 'uuid';

/** Carries a request's id through the server and back to whoever asked; what a stranger sends in it is thrown away. */
export const REQUEST_ID_HEADER = 'x-request-id';

/** A part of a path that is a word of ours: what carries an id, a code, a token or a name of a file is none. */
const WORD = /^v\d$|^[a-z]+(-[a-z]+)*(\.(csv|json|zip|svg|js|css|webmanifest|png|ics|woff2))?$/;
const WORD_LETTERS_MAX = 24;
const PARTS_MAX = 8;
/** What comes after these opens something by itself, whatever it looks like. */
const KEYS_FOLLOW = new Set(['calendar', 'invited', 'family-link', 'join', 'new-password', 'reset-password']);

/** A path without anything that says who or what was asked for: every part that is no word of ours is blanked, the query is left out. */
export function routeOf(url: string): string {
  const [path = '/'] = url.split('?');
  const parts = path.split('/');
  const isWord = (part: string, i: number) => WORD.test(part) && part.length <= WORD_LETTERS_MAX && !KEYS_FOLLOW.has(parts[i - 1] ?? '');
  return parts
    .slice(0, PARTS_MAX)
    .map((part, i) => (part === '' || isWord(part, i) ? part : '*'))
    .join('/');
}

/** Gives a request its id, and writes down when it is over: method, route, status, milliseconds. Nothing of people, bodies or queries. */
export function logRequest(log: Logger, req: IncomingMessage, res: ServerResponse): { request: string; route: string } {
  const about = { request: uuid(), route: routeOf(req.url ?? '/') };
  req.headers[REQUEST_ID_HEADER] = about.request;
  res.setHeader(REQUEST_ID_HEADER, about.request);
  const began = performance.now();
  res.once('close', () => {
    const ms = Math.round(performance.now() - began);
    log.info({ ...about, method: req.method, status: res.statusCode, whole: res.writableFinished, ms }, 'request');
  });
  return about;
}
