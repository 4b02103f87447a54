import { squadsApi } from '../../../../../../../contract/squads.ts';
import { dropGroup, saveGroup } from '../../../../../../../server/weeks/groups.ts';
import { route } from '../../../../../../../server/wiring/route.ts';

export const PUT = route(squadsApi.saveGroup, saveGroup);
export const DELETE = route(squadsApi.dropGroup, dropGroup);
