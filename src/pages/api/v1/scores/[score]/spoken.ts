import { bench as benchContract } from '../../../../../contract/bench.ts';
import { route } from '../../../../../server/http/route.ts';
import { speak } from '../../../../../server/review/spoken.ts';

export const POST = route(benchContract.speak, speak);
