import { squadsApi } from '../../../../../../contract/squads.ts';
import { addByHand } from '../../../../../../server/squads/joining.ts';
import { route } from '../../../../../../server/wiring/route.ts';

export const POST = route(squadsApi.add, addByHand);
