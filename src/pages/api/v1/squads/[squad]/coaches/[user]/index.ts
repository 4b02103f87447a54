import { squadsApi } from '../../../../../../../contract/squads.ts';
import { removeCoach } from '../../../../../../../server/squads/coaches.ts';
import { route } from '../../../../../../../server/wiring/route.ts';

export const DELETE = route(squadsApi.removeCoach, removeCoach);
