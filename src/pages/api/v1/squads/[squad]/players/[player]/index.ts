import { progress } from '../../../../../../../contract/progress.ts';
import { route } from '../../../../../../../server/http/route.ts';
import { playerPage } from '../../../../../../../server/progress/player.ts';

export const GET = route(progress.player, playerPage);
export const HEAD = GET;
