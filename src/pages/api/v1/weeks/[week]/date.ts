import { weeksApi } from '../../../../../contract/weeks.ts';
import { moveWeek } from '../../../../../server/weeks/weeks.ts';
import { route } from '../../../../../server/wiring/route.ts';

export const PUT = route(weeksApi.move, moveWeek);
