import { benchApi as benchContract } from '../../../../../../../contract/bench.ts';
import { takeBack } from '../../../../../../../server/review/said.ts';
import { route } from '../../../../../../../server/wiring/route.ts';

export const POST = route(benchContract.takeBack, takeBack);
