import { benchApi as benchContract } from '../../../../../../contract/bench.ts';
import { keepCue } from '../../../../../../server/review/cues.ts';
import { route } from '../../../../../../server/wiring/route.ts';

export const POST = route(benchContract.keepCue, keepCue);
