import { review } from '../../../../../../contract/review.ts';
import { route } from '../../../../../../server/http/route.ts';
import { reviewQueue } from '../../../../../../server/review/queue.ts';

export const GET = route(review.queue, reviewQueue);
export const HEAD = GET;
