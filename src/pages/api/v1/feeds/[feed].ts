import { weeksApi } from '../../../../contract/weeks.ts';
import { revokeFeed } from '../../../../server/weeks/feeds.ts';
import { route } from '../../../../server/wiring/route.ts';

export const DELETE = route(weeksApi.revokeFeed, revokeFeed);
