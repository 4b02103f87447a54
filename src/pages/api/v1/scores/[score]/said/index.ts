import { bench as benchContract } from '../../../../../../contract/bench.ts';
import { route } from '../../../../../../server/http/route.ts';
import { say } from '../../../../../../server/review/said.ts';

export const POST = route(benchContract.say, say);
