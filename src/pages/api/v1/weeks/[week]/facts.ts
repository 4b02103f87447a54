import { weeksApi } from '../../../../../contract/weeks.ts';
import { plannerFacts } from '../../../../../server/screens/planner-facts.ts';
import { route } from '../../../../../server/wiring/route.ts';

export const GET = route(weeksApi.facts, plannerFacts);
export const HEAD = GET;
