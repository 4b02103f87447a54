import { squadsApi } from '../../../../../../../contract/squads.ts';
import { setRole } from '../../../../../../../server/squads/coaches.ts';
import { route } from '../../../../../../../server/wiring/route.ts';

export const PUT = route(squadsApi.setRole, setRole);
