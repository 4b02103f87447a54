import { post } from '../../../../../../contract/post.ts';
import { route } from '../../../../../../server/http/route.ts';
import { previewPost } from '../../../../../../server/post/letters.ts';

export const GET = route(post.preview, previewPost);
export const HEAD = GET;
