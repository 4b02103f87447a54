import { benchApi as benchContract } from '../../../../../contract/bench.ts';
import { recordWatching } from '../../../../../server/clips/clips.ts';
import { route } from '../../../../../server/wiring/route.ts';

export const POST = route(benchContract.watched, recordWatching);
