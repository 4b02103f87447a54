import { progress } from '../../../../../../../contract/progress.ts';
import { route } from '../../../../../../../server/http/route.ts';
import { playerCurve } from '../../../../../../../server/progress/player.ts';

export const GET = route(progress.curve, playerCurve);
export const HEAD = GET;
