import { rulesApi } from '../../../../../../contract/rules.ts';
import { giveNewCode } from '../../../../../../server/rules/rules.ts';
import { route } from '../../../../../../server/wiring/route.ts';

export const POST = route(rulesApi.newCode, giveNewCode);
