import { post } from '../../../../../../contract/post.ts';
import { heavily } from '../../../../../../server/heavy/heavily.ts';
import { route } from '../../../../../../server/http/route.ts';

export const GET = route(post.preview, heavily('preview the post'));
export const HEAD = GET;
