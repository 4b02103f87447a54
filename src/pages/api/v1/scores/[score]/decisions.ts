import { review } from '../../../../../contract/review.ts';
import { decideScore } from '../../../../../server/review/decide.ts';
import { route } from '../../../../../server/wiring/route.ts';

export const POST = route(review.decide, decideScore);
