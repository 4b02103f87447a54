import { appContext } from '../../server/context.ts';
import { readFeed } from '../../server/weeks/feeds.ts';
import { problemResponse } from '../../server/wiring/route.ts';

interface Asked {
  request: Request;
  params: Record<string, string | undefined>;
}

/** A calendar behind its own address: the token is all that a calendar program has to show. */
export const GET = ({ params, request }: Asked): Response => {
  const context = appContext();
  try {
    const calendar = readFeed(context, params.token ?? '');
    return new Response(calendar, { headers: { 'content-type': 'text/calendar; charset=utf-8', 'cache-control': 'no-store' } });
  } catch (error) {
    return problemResponse(context, error, request);
  }
};
export const HEAD = GET;
