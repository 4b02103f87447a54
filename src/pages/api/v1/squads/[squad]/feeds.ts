import { weeks } from '../../../../../contract/weeks.ts';
import { listFeeds, makeFeed } from '../../../../../server/weeks/feeds.ts';
import { route } from '../../../../../server/wiring/route.ts';

export const GET = route(weeks.feeds, listFeeds);
export const HEAD = GET;
export const POST = route(weeks.makeFeed, makeFeed);
