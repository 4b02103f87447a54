import { review } from '../../../../../contract/review.ts';
import { route } from '../../../../../server/http/route.ts';
import { recountsCsv } from '../../../../../server/review/files.ts';

export const GET = route(review.recountsCsv, recountsCsv);
export const HEAD = GET;
