import { weeksApi } from '../../../../../contract/weeks.ts';
import { dropWeek } from '../../../../../server/weeks/take-back.ts';
import { openWeek, saveWeek } from '../../../../../server/weeks/weeks.ts';
import { route } from '../../../../../server/wiring/route.ts';

export const GET = route(weeksApi.open, openWeek);
export const HEAD = GET;
export const PUT = route(weeksApi.save, saveWeek);
export const DELETE = route(weeksApi.drop, dropWeek);
