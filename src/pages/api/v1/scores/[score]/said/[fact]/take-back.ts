import { bench as benchContract } from '../../../../../../../contract/bench.ts';
import { route } from '../../../../../../../server/http/route.ts';
import { takeBack } from '../../../../../../../server/review/said.ts';

export const POST = route(benchContract.takeBack, takeBack);
