import { review } from '../../../../../contract/review.ts';
import { route } from '../../../../../server/http/route.ts';
import { decideScore } from '../../../../../server/review/decide.ts';

export const POST = route(review.decide, decideScore);
