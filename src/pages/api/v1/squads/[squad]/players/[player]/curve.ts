import { progressApi } from '../../../../../../../contract/progress.ts';
import { playerCurve } from '../../../../../../../server/screens/player.ts';
import { route } from '../../../../../../../server/wiring/route.ts';

export const GET = route(progressApi.curve, playerCurve);
export const HEAD = GET;
