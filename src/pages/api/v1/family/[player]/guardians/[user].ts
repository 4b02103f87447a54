import { keysApi } from '../../../../../../contract/keys.ts';
import { removeGuardian } from '../../../../../../server/squads/guardians.ts';
import { route } from '../../../../../../server/wiring/route.ts';

export const DELETE = route(keysApi.removeGuardian, removeGuardian);
