import { progressApi } from '../../../../../../../contract/progress.ts';
import { playerPage } from '../../../../../../../server/screens/player.ts';
import { route } from '../../../../../../../server/wiring/route.ts';

export const GET = route(progressApi.player, playerPage);
export const HEAD = GET;
