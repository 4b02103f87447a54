import { weeks } from '../../../../../contract/weeks.ts';
import { route } from '../../../../../server/http/route.ts';
import { moveWeek } from '../../../../../server/weeks/weeks.ts';

export const PUT = route(weeks.move, moveWeek);
