import { people } from '../../../../../../../contract/people.ts';
import { route } from '../../../../../../../server/http/route.ts';
import { setRole } from '../../../../../../../server/people/coaches.ts';

export const PUT = route(people.setRole, setRole);
