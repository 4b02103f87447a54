import { squadsApi } from '../../../../../../../contract/squads.ts';
import { setLevel } from '../../../../../../../server/rules/members.ts';
import { route } from '../../../../../../../server/wiring/route.ts';

export const PUT = route(squadsApi.setLevel, setLevel);
