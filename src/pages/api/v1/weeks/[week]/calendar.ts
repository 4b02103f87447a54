import { weeksApi } from '../../../../../contract/weeks.ts';
import { weekCalendar } from '../../../../../server/weeks/files.ts';
import { route } from '../../../../../server/wiring/route.ts';

export const GET = route(weeksApi.calendarFile, weekCalendar);
export const HEAD = GET;
