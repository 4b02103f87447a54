import { people } from '../../../../contract/people.ts';
import { route } from '../../../../server/http/route.ts';
import { makeSquad } from '../../../../server/people/coaches.ts';

export const POST = route(people.makeSquad, makeSquad);
