import { people } from '../../../../../contract/people.ts';
import { route } from '../../../../../server/http/route.ts';
import { readPeople } from '../../../../../server/people/read.ts';

export const GET = route(people.list, readPeople);
