import { squadsApi } from '../../../../contract/squads.ts';
import { thrownAway } from '../../../../server/privacy/thrown-away.ts';
import { route } from '../../../../server/wiring/route.ts';

export const GET = route(squadsApi.thrownAway, thrownAway);
