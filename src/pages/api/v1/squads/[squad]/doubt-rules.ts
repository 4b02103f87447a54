import { review } from '../../../../../contract/review.ts';
import { route } from '../../../../../server/http/route.ts';
import { setDoubtRules } from '../../../../../server/review/rules.ts';

export const PUT = route(review.doubtRules, setDoubtRules);
