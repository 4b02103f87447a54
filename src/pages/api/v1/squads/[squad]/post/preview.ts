import { lettersApi } from '../../../../../../contract/letters.ts';
import { heavily } from '../../../../../../server/wiring/heavily.ts';
import { route } from '../../../../../../server/wiring/route.ts';

export const GET = route(lettersApi.preview, heavily('preview the post'));
export const HEAD = GET;
