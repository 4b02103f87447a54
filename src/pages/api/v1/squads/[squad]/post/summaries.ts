import { post } from '../../../../../../contract/post.ts';
import { heavily } from '../../../../../../server/heavy/heavily.ts';
import { route } from '../../../../../../server/http/route.ts';

export const POST = route(post.send, heavily('send summaries'));
