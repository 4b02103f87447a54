import { weeksApi } from '../../../../../../contract/weeks.ts';
import { previewWeek } from '../../../../../../server/screens/planner-facts.ts';
import { route } from '../../../../../../server/wiring/route.ts';

export const GET = route(weeksApi.preview, previewWeek);
export const HEAD = GET;
