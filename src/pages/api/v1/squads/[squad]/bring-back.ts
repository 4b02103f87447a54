import { squadsApi } from '../../../../../contract/squads.ts';
import { bringSquadBack } from '../../../../../server/privacy/thrown-away.ts';
import { route } from '../../../../../server/wiring/route.ts';

export const POST = route(squadsApi.bringSquadBack, bringSquadBack);
