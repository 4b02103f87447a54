import { squad } from '../../../../contract/squad.ts';
import { route } from '../../../../server/http/route.ts';
import { family } from '../../../../server/squad/family.ts';

export const GET = route(squad.family, (context, actor) => family(context, actor));
export const HEAD = GET;
