import { people } from '../../../../../../../contract/people.ts';
import { route } from '../../../../../../../server/http/route.ts';
import { setLevel } from '../../../../../../../server/people/members.ts';

export const PUT = route(people.setLevel, setLevel);
