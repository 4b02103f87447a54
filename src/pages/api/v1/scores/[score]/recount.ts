import { bench as benchContract } from '../../../../../contract/bench.ts';
import { route } from '../../../../../server/http/route.ts';
import { saveRecount } from '../../../../../server/review/recounts.ts';

export const PUT = route(benchContract.recount, saveRecount);
