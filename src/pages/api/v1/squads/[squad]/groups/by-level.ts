import { squadsApi } from '../../../../../../contract/squads.ts';
import { groupByLevel } from '../../../../../../server/weeks/groups.ts';
import { route } from '../../../../../../server/wiring/route.ts';

export const POST = route(squadsApi.groupByLevel, groupByLevel);
