import { weeks } from '../../../../../contract/weeks.ts';
import { route } from '../../../../../server/http/route.ts';
import { listWeeks, makeWeek } from '../../../../../server/weeks/weeks.ts';

export const GET = route(weeks.list, listWeeks);
export const HEAD = GET;
export const POST = route(weeks.make, makeWeek);
