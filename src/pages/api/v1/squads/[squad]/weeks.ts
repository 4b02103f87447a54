import { weeksApi } from '../../../../../contract/weeks.ts';
import { listWeeks, makeWeek } from '../../../../../server/weeks/weeks.ts';
import { route } from '../../../../../server/wiring/route.ts';

export const GET = route(weeksApi.list, listWeeks);
export const HEAD = GET;
export const POST = route(weeksApi.make, makeWeek);
