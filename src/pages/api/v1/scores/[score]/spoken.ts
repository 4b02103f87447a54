import { benchApi as benchContract } from '../../../../../contract/bench.ts';
import { speak } from '../../../../../server/review/spoken.ts';
import { route } from '../../../../../server/wiring/route.ts';

export const POST = route(benchContract.speak, speak);
