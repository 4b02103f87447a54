import { weeksApi } from '../../../../../contract/weeks.ts';
import { listFeeds, makeFeed } from '../../../../../server/weeks/feeds.ts';
import { route } from '../../../../../server/wiring/route.ts';

export const GET = route(weeksApi.feeds, listFeeds);
export const HEAD = GET;
export const POST = route(weeksApi.makeFeed, makeFeed);
