import { squadsApi } from '../../../../../contract/squads.ts';
import { readPeople } from '../../../../../server/squads/read.ts';
import { route } from '../../../../../server/wiring/route.ts';

export const GET = route(squadsApi.list, readPeople);
