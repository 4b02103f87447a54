import { squadsApi } from '../../../../../contract/squads.ts';
import { readInRoster } from '../../../../../server/squads/joining.ts';
import { route } from '../../../../../server/wiring/route.ts';

export const POST = route(squadsApi.roster, readInRoster);
