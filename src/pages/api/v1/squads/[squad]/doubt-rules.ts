import { reviewApi } from '../../../../../contract/review.ts';
import { setDoubtRules } from '../../../../../server/review/rules.ts';
import { route } from '../../../../../server/wiring/route.ts';

export const PUT = route(reviewApi.doubtRules, setDoubtRules);
