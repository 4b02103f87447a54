import { reviewApi } from '../../../../../../contract/review.ts';
import { reviewQueue } from '../../../../../../server/review/queue.ts';
import { route } from '../../../../../../server/wiring/route.ts';

export const GET = route(reviewApi.queue, reviewQueue);
export const HEAD = GET;
