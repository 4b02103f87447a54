import { weeks } from '../../../../contract/weeks.ts';
import { route } from '../../../../server/http/route.ts';
import { revokeFeed } from '../../../../server/weeks/feeds.ts';

export const DELETE = route(weeks.revokeFeed, revokeFeed);
