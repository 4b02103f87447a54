import { benchApi as benchContract } from '../../../../../../contract/bench.ts';
import { dropCue } from '../../../../../../server/review/cues.ts';
import { route } from '../../../../../../server/wiring/route.ts';

export const DELETE = route(benchContract.dropCue, dropCue);
