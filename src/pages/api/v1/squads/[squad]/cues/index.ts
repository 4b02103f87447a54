import { bench as benchContract } from '../../../../../../contract/bench.ts';
import { route } from '../../../../../../server/http/route.ts';
import { keepCue } from '../../../../../../server/review/cues.ts';

export const POST = route(benchContract.keepCue, keepCue);
