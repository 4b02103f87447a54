import { rules } from '../../../../../../contract/rules.ts';
import { route } from '../../../../../../server/http/route.ts';
import { readRules } from '../../../../../../server/squad/rules.ts';

export const GET = route(rules.read, readRules);
export const HEAD = GET;
