import { bench as benchContract } from '../../../../../contract/bench.ts';
import { route } from '../../../../../server/http/route.ts';
import { marksFile } from '../../../../../server/review/files.ts';

export const GET = route(benchContract.marksFile, marksFile);
export const HEAD = GET;
