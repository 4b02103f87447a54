import { people } from '../../../../../../contract/squads.ts';
import { playersElsewhere, takeOver } from '../../../../../../server/squads/joining.ts';
import { route } from '../../../../../../server/wiring/route.ts';

export const POST = route(people.addExisting, takeOver);
export const GET = route(people.others, playersElsewhere);
