import { squadsApi } from '../../../../contract/squads.ts';
import { makeSquad } from '../../../../server/squads/coaches.ts';
import { route } from '../../../../server/wiring/route.ts';

export const POST = route(squadsApi.makeSquad, makeSquad);
