import { progress } from '../../../../../../../contract/progress.ts';
import { route } from '../../../../../../../server/http/route.ts';
import { playerScores } from '../../../../../../../server/progress/player.ts';

export const GET = route(progress.scores, playerScores);
export const HEAD = GET;
