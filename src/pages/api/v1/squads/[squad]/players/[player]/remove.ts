import { squadsApi } from '../../../../../../../contract/squads.ts';
import { removePlayer } from '../../../../../../../server/rules/members.ts';
import { route } from '../../../../../../../server/wiring/route.ts';

export const POST = route(squadsApi.removePlayer, removePlayer);
