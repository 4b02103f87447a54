import { go } from '../../../../../contract/go.ts';
import { route } from '../../../../../server/http/route.ts';
import { clipState, deleteClip } from '../../../../../server/clips/clips.ts';

export const GET = route(go.clip, clipState);
export const HEAD = GET;
export const DELETE = route(go.deleteClip, deleteClip);
