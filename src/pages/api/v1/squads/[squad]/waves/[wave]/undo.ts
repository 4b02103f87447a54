import { review } from '../../../../../../../contract/review.ts';
import { route } from '../../../../../../../server/http/route.ts';
import { undoWave } from '../../../../../../../server/review/decide.ts';

export const POST = route(review.undoWave, undoWave);
