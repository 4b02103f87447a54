import { squad } from '../../../../../../../contract/squad.ts';
import { route } from '../../../../../../../server/http/route.ts';
import { seeHurt } from '../../../../../../../server/squad/hurts.ts';

export const POST = route(squad.hurtSeen, seeHurt);
