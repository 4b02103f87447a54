import { go } from '../../../../contract/go.ts';
import { announceClip } from '../../../../server/clips/clips.ts';
import { route } from '../../../../server/http/route.ts';

export const POST = route(go.announceClip, announceClip);
