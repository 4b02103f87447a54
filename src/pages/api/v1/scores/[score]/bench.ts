import { bench as benchContract } from '../../../../../contract/bench.ts';
import { route } from '../../../../../server/http/route.ts';
import { bench } from '../../../../../server/review/bench.ts';

export const GET = route(benchContract.item, bench);
export const HEAD = GET;
