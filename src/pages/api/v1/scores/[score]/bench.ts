import { benchApi as benchContract } from '../../../../../contract/bench.ts';
import { openBench } from '../../../../../server/review/bench.ts';
import { route } from '../../../../../server/wiring/route.ts';

export const GET = route(benchContract.item, openBench);
export const HEAD = GET;
