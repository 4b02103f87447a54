import { weeksApi } from '../../../../../contract/weeks.ts';
import { squadSteps } from '../../../../../server/screens/planner-facts.ts';
import { route } from '../../../../../server/wiring/route.ts';

export const GET = route(weeksApi.steps, squadSteps);
export const HEAD = GET;
