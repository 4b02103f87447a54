import { review } from '../../../../../../contract/review.ts';
import { route } from '../../../../../../server/http/route.ts';
import { waitingAfter } from '../../../../../../server/review/queue.ts';

export const GET = route(review.waitingAfter, waitingAfter);
export const HEAD = GET;
