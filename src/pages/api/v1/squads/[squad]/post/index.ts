import { lettersApi } from '../../../../../../contract/letters.ts';
import { readPost } from '../../../../../../server/screens/letters.ts';
import { route } from '../../../../../../server/wiring/route.ts';

export const GET = route(lettersApi.list, readPost);
export const HEAD = GET;
