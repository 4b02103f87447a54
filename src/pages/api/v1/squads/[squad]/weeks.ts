import { weeks } from '../../../../../contract/weeks.ts';
import { listWeeks, makeWeek } from '../../../../../server/weeks/weeks.ts';
import { route } from '../../../../../server/wiring/route.ts';

export const GET = route(weeks.list, listWeeks);
export const HEAD = GET;
export const POST = route(weeks.make, makeWeek);
