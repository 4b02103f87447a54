import { weeksApi } from '../../../../../../contract/weeks.ts';
import { stretchNextWeek } from '../../../../../../server/weeks/put-in.ts';
import { route } from '../../../../../../server/wiring/route.ts';

export const POST = route(weeksApi.stretchNext, stretchNextWeek);
