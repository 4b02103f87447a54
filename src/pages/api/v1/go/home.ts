import { trainingApi } from '../../../../contract/training.ts';
import { saveHome } from '../../../../server/training/home.ts';
import { route } from '../../../../server/wiring/route.ts';

export const PUT = route(trainingApi.home, saveHome);
