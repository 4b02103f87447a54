import { weeks } from '../../../../../contract/weeks.ts';
import { route } from '../../../../../server/http/route.ts';
import { plannerFacts } from '../../../../../server/weeks/facts.ts';

export const GET = route(weeks.facts, plannerFacts);
export const HEAD = GET;
