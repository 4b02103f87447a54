import { keeping } from '../../../../../contract/operations.ts';
import { changeMention, readMentions } from '../../../../../server/privacy/mentions.ts';
import { route } from '../../../../../server/wiring/route.ts';

export const GET = route(keeping.mentions, readMentions);
export const POST = route(keeping.changeMention, changeMention);
