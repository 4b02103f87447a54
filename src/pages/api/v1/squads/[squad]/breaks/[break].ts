import { rulesApi } from '../../../../../../contract/rules.ts';
import { dropBreak, putBreak } from '../../../../../../server/rules/rules.ts';
import { route } from '../../../../../../server/wiring/route.ts';

export const PUT = route(rulesApi.putBreak, putBreak);
export const DELETE = route(rulesApi.dropBreak, dropBreak);
