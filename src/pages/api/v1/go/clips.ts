import { trainingApi } from '../../../../contract/training.ts';
import { announceClip } from '../../../../server/clips/clips.ts';
import { route } from '../../../../server/wiring/route.ts';

export const POST = route(trainingApi.announceClip, announceClip);
