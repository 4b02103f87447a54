import { reviewApi } from '../../../../../../../contract/review.ts';
import { undoWave } from '../../../../../../../server/review/decide.ts';
import { route } from '../../../../../../../server/wiring/route.ts';

export const POST = route(reviewApi.undoWave, undoWave);
