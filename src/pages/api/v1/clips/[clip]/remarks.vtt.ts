import { bench as benchContract } from '../../../../../contract/bench.ts';
import { route } from '../../../../../server/http/route.ts';
import { remarksFile } from '../../../../../server/review/files.ts';

export const GET = route(benchContract.remarksFile, remarksFile);
export const HEAD = GET;
