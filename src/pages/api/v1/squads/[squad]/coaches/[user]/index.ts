import { people } from '../../../../../../../contract/people.ts';
import { route } from '../../../../../../../server/http/route.ts';
import { removeCoach } from '../../../../../../../server/people/coaches.ts';

export const DELETE = route(people.removeCoach, removeCoach);
