import { rulesApi } from '../../../../../../contract/rules.ts';
import { readRules } from '../../../../../../server/rules/rules.ts';
import { route } from '../../../../../../server/wiring/route.ts';

export const GET = route(rulesApi.read, readRules);
export const HEAD = GET;
