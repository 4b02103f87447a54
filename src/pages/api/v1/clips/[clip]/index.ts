import { trainingApi } from '../../../../../contract/training.ts';
import { clipState, deleteClip } from '../../../../../server/clips/clips.ts';
import { route } from '../../../../../server/wiring/route.ts';

export const GET = route(trainingApi.clip, clipState);
export const HEAD = GET;
export const DELETE = route(trainingApi.deleteClip, deleteClip);
