import { squadsApi } from '../../../../../../../contract/squads.ts';
import { setGroup } from '../../../../../../../server/weeks/groups.ts';
import { route } from '../../../../../../../server/wiring/route.ts';

export const PUT = route(squadsApi.setGroup, setGroup);
