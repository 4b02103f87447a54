import { progressApi } from '../../../../../../../contract/progress.ts';
import { playerScores } from '../../../../../../../server/screens/player.ts';
import { route } from '../../../../../../../server/wiring/route.ts';

export const GET = route(progressApi.scores, playerScores);
export const HEAD = GET;
