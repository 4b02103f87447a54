import { people } from '../../../../../../../contract/people.ts';
import { route } from '../../../../../../../server/http/route.ts';
import { resetPin } from '../../../../../../../server/people/members.ts';

export const POST = route(people.resetPin, resetPin);
