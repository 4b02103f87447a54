import { post } from '../../../../contract/post.ts';
import { route } from '../../../../server/http/route.ts';
import { setPostChoices } from '../../../../server/post/choices.ts';

export const PUT = route(post.choices, setPostChoices);
