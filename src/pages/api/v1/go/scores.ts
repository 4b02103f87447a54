import { trainingApi } from '../../../../contract/training.ts';
import { sendGo } from '../../../../server/training/send-go.ts';
import { route } from '../../../../server/wiring/route.ts';

export const POST = route(trainingApi.sendGo, sendGo);
