import { keys } from '../../../../../../contract/keys.ts';
import { route } from '../../../../../../server/http/route.ts';
import { removeGuardian } from '../../../../../../server/people/guardians.ts';

export const DELETE = route(keys.removeGuardian, removeGuardian);
