import { weeks } from '../../../../../contract/weeks.ts';
import { route } from '../../../../../server/http/route.ts';
import { weekCalendar } from '../../../../../server/weeks/files.ts';

export const GET = route(weeks.calendarFile, weekCalendar);
export const HEAD = GET;
