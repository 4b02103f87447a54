import { trainingApi } from '../../../../contract/training.ts';
import { heardBefore } from '../../../../server/scores/heard.ts';
import { route } from '../../../../server/wiring/route.ts';

export const GET = route(trainingApi.heardBefore, heardBefore);
export const HEAD = GET;
