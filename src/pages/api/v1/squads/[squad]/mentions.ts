import { keeping } from '../../../../../contract/keeping.ts';
import { route } from '../../../../../server/http/route.ts';
import { changeMention, readMentions } from '../../../../../server/keeping/mentions.ts';

export const GET = route(keeping.mentions, readMentions);
export const POST = route(keeping.changeMention, changeMention);
