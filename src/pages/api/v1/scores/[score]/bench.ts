import { bench as benchContract } from '../../../../../contract/bench.ts';
import { bench } from '../../../../../server/review/bench.ts';
import { route } from '../../../../../server/wiring/route.ts';

export const GET = route(benchContract.item, bench);
export const HEAD = GET;
