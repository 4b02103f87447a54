import { squadsApi } from '../../../../../../../contract/squads.ts';
import { bringBack } from '../../../../../../../server/rules/members.ts';
import { route } from '../../../../../../../server/wiring/route.ts';

export const POST = route(squadsApi.bringBack, bringBack);
