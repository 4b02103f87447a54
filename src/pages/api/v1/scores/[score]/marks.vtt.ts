import { benchApi as benchContract } from '../../../../../contract/bench.ts';
import { marksFile } from '../../../../../server/review/files.ts';
import { route } from '../../../../../server/wiring/route.ts';

export const GET = route(benchContract.marksFile, marksFile);
export const HEAD = GET;
