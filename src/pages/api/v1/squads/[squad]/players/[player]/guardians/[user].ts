import { keys } from '../../../../../../../../contract/keys.ts';
import { route } from '../../../../../../../../server/http/route.ts';
import { removeGuardianAsCoach } from '../../../../../../../../server/people/guardians.ts';

export const DELETE = route(keys.removeAsCoach, removeGuardianAsCoach);
