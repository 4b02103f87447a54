import { progress } from '../../../../../../../contract/progress.ts';
import { route } from '../../../../../../../server/http/route.ts';
import { playerHistory } from '../../../../../../../server/progress/exports.ts';

export const GET = route(progress.history, playerHistory);
export const HEAD = GET;
