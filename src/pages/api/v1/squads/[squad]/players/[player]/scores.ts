import { progress } from '../../../../../../../contract/progress.ts';
import { playerScores } from '../../../../../../../server/screens/player.ts';
import { route } from '../../../../../../../server/wiring/route.ts';

export const GET = route(progress.scores, playerScores);
export const HEAD = GET;
