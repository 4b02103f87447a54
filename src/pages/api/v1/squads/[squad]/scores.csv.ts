import { review } from '../../../../../contract/review.ts';
import { route } from '../../../../../server/http/route.ts';
import { scoresCsv } from '../../../../../server/review/files.ts';

export const GET = route(review.scoresCsv, scoresCsv);
export const HEAD = GET;
