import { reviewApi } from '../../../../contract/review.ts';
import { setUpBench } from '../../../../server/review/queue.ts';
import { route } from '../../../../server/wiring/route.ts';

export const PUT = route(reviewApi.settings, setUpBench);
