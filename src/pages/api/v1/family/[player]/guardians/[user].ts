import { keys } from '../../../../../../contract/keys.ts';
import { removeGuardian } from '../../../../../../server/squads/guardians.ts';
import { route } from '../../../../../../server/wiring/route.ts';

export const DELETE = route(keys.removeGuardian, removeGuardian);
