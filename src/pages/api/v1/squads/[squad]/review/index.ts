import { review } from '../../../../../../contract/review.ts';
import { reviewQueue } from '../../../../../../server/review/queue.ts';
import { route } from '../../../../../../server/wiring/route.ts';

export const GET = route(review.queue, reviewQueue);
export const HEAD = GET;
