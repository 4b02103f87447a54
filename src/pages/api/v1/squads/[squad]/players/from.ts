import { people } from '../../../../../../contract/people.ts';
import { route } from '../../../../../../server/http/route.ts';
import { playersElsewhere, takeOver } from '../../../../../../server/people/joining.ts';

export const POST = route(people.addExisting, takeOver);
export const GET = route(people.others, playersElsewhere);
