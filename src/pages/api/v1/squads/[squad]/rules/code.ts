import { rules } from '../../../../../../contract/rules.ts';
import { route } from '../../../../../../server/http/route.ts';
import { giveNewCode } from '../../../../../../server/squad/rules.ts';

export const POST = route(rules.newCode, giveNewCode);
