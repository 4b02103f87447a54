import { benchApi as benchContract } from '../../../../../contract/bench.ts';
import { saveRecount } from '../../../../../server/review/recounts.ts';
import { route } from '../../../../../server/wiring/route.ts';

export const PUT = route(benchContract.recount, saveRecount);
