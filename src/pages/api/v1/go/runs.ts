import { trainingApi } from '../../../../contract/training.ts';
import { sendRun } from '../../../../server/training/send-run.ts';
import { route } from '../../../../server/wiring/route.ts';

export const POST = route(trainingApi.sendRun, sendRun);
