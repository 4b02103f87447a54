import { lettersApi } from '../../../../../../contract/letters.ts';
import { heavily } from '../../../../../../server/wiring/heavily.ts';
import { route } from '../../../../../../server/wiring/route.ts';

export const POST = route(lettersApi.send, heavily('send summaries'));
