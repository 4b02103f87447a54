import { post } from '../../../../../../contract/post.ts';
import { route } from '../../../../../../server/http/route.ts';
import { sendSummaries } from '../../../../../../server/post/letters.ts';

export const POST = route(post.send, sendSummaries);
