import { progress } from '../../../../../contract/progress.ts';
import { route } from '../../../../../server/http/route.ts';
import { streaksCsv } from '../../../../../server/progress/exports.ts';

export const GET = route(progress.streaksCsv, streaksCsv);
export const HEAD = GET;
