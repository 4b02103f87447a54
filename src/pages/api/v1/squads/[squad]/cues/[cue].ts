import { bench as benchContract } from '../../../../../../contract/bench.ts';
import { route } from '../../../../../../server/http/route.ts';
import { dropCue } from '../../../../../../server/review/cues.ts';

export const DELETE = route(benchContract.dropCue, dropCue);
