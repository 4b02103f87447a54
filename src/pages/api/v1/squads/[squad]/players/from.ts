import { squadsApi } from '../../../../../../contract/squads.ts';
import { playersElsewhere, takeOver } from '../../../../../../server/squads/joining.ts';
import { route } from '../../../../../../server/wiring/route.ts';

export const POST = route(squadsApi.addExisting, takeOver);
export const GET = route(squadsApi.others, playersElsewhere);
