import { trainingApi } from '../../../../contract/training.ts';
import { sendByHand } from '../../../../server/training/by-hand.ts';
import { route } from '../../../../server/wiring/route.ts';

export const POST = route(trainingApi.byHand, sendByHand);
