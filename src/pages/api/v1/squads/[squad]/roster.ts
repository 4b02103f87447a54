import { people } from '../../../../../contract/people.ts';
import { route } from '../../../../../server/http/route.ts';
import { readInRoster } from '../../../../../server/people/joining.ts';

export const POST = route(people.roster, readInRoster);
