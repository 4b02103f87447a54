import { trainingApi } from '../../../../contract/training.ts';
import { sendPractice } from '../../../../server/training/practice.ts';
import { route } from '../../../../server/wiring/route.ts';

export const POST = route(trainingApi.sendPractice, sendPractice);
