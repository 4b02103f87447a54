import { operationsApi } from '../../../../../contract/operations.ts';
import { changeMention, readMentions } from '../../../../../server/privacy/mentions.ts';
import { route } from '../../../../../server/wiring/route.ts';

export const GET = route(operationsApi.mentions, readMentions);
export const POST = route(operationsApi.changeMention, changeMention);
