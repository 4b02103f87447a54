import { review } from '../../../../contract/review.ts';
import { route } from '../../../../server/http/route.ts';
import { setUpBench } from '../../../../server/review/queue.ts';

export const PUT = route(review.settings, setUpBench);
