import { trainingApi } from '../../../../../../contract/training.ts';
import { mendScore } from '../../../../../../server/training/mend.ts';
import { route } from '../../../../../../server/wiring/route.ts';

export const POST = route(trainingApi.mend, mendScore);
