import { createHash } from 'node:crypto';
import { appContext } from '../../server/context.ts';
import { readFeed } from '../../server/weeks/feeds.ts';
import { problemResponse } from '../../server/wiring/route.ts';

interface Asked {
  request: Request;
  url: URL;
  params: Record<string, string | undefined>;
}

/** `?remind=17`: a whole hour of the day; anything else reminds of nothing. */
function hourOf(url: URL): number | null {
  const text = url.searchParams.get('remind') ?? '';
  return /^(?:1?\d|2[0-3])$/.test(text) ? Number(text) : null;
}

/** Whether a program has this very calendar already. */
const hasIt = (request: Request, tag: string): boolean =>
  (request.headers.get('if-none-match') ?? '')
    .split(',')
    .map((one) => one.trim().replace(/^W\//, ''))
    .some((one) => one === tag || one === '*');

/** A calendar behind its own address: the token is all that a calendar program has to show. */
export const GET = ({ params, request, url }: Asked): Response => {
  const context = appContext();
  try {
    const calendar = readFeed(context, params.token ?? '', hourOf(url));
    const tag = `"${createHash('sha256').update(calendar).digest('base64url').slice(0, 27)}"`;
    // It is asked for each time, and sent only where it is another one.
    const headers = { etag: tag, 'cache-control': 'private, no-cache' };
    if (hasIt(request, tag)) return new Response(null, { status: 304, headers });
    return new Response(calendar, { headers: { ...headers, 'content-type': 'text/calendar; charset=utf-8' } });
  } catch (error) {
    return problemResponse(context, error, request);
  }
};
export const HEAD = GET;
