import { progress } from '../../../../../contract/progress.ts';
import { route } from '../../../../../server/http/route.ts';
import { recordsCsv } from '../../../../../server/progress/exports.ts';

export const GET = route(progress.recordsCsv, recordsCsv);
export const HEAD = GET;
