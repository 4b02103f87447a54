import { post } from '../../../../../../contract/post.ts';
import { route } from '../../../../../../server/http/route.ts';
import { readPost } from '../../../../../../server/post/letters.ts';

export const GET = route(post.list, readPost);
export const HEAD = GET;
