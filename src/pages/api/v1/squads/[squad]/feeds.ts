import { weeks } from '../../../../../contract/weeks.ts';
import { route } from '../../../../../server/http/route.ts';
import { listFeeds, makeFeed } from '../../../../../server/weeks/feeds.ts';

export const GET = route(weeks.feeds, listFeeds);
export const HEAD = GET;
export const POST = route(weeks.makeFeed, makeFeed);
