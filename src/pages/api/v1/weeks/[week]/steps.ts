import { weeksApi } from '../../../../../contract/weeks.ts';
import { ownStepsOf } from '../../../../../server/screens/planner-facts.ts';
import { route } from '../../../../../server/wiring/route.ts';

export const GET = route(weeksApi.steps, ownStepsOf);
export const HEAD = GET;
