import { reviewApi } from '../../../../../contract/review.ts';
import { undoDecision } from '../../../../../server/review/decide.ts';
import { route } from '../../../../../server/wiring/route.ts';

export const POST = route(reviewApi.undo, undoDecision);
