import { rules } from '../../../../../../contract/rules.ts';
import { readRules } from '../../../../../../server/rules/rules.ts';
import { route } from '../../../../../../server/wiring/route.ts';

export const GET = route(rules.read, readRules);
export const HEAD = GET;
