import { go } from '../../../../contract/go.ts';
import { route } from '../../../../server/http/route.ts';
import { announceClip } from '../../../../server/clips/clips.ts';

export const POST = route(go.announceClip, announceClip);
