import { go } from '../../../../../contract/training.ts';
import { clipState, deleteClip } from '../../../../../server/clips/clips.ts';
import { route } from '../../../../../server/wiring/route.ts';

export const GET = route(go.clip, clipState);
export const HEAD = GET;
export const DELETE = route(go.deleteClip, deleteClip);
