import { rules } from '../../../../../../contract/rules.ts';
import { route } from '../../../../../../server/http/route.ts';
import { dropBreak, putBreak } from '../../../../../../server/squad/rules.ts';

export const PUT = route(rules.putBreak, putBreak);
export const DELETE = route(rules.dropBreak, dropBreak);
