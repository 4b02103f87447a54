import { reviewApi } from '../../../../../../contract/review.ts';
import { waitingAfter } from '../../../../../../server/review/queue.ts';
import { route } from '../../../../../../server/wiring/route.ts';

export const GET = route(reviewApi.waitingAfter, waitingAfter);
export const HEAD = GET;
