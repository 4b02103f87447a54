import { paperApi } from '../../../../../../contract/files.ts';
import { heavily } from '../../../../../../server/wiring/heavily.ts';
import { route } from '../../../../../../server/wiring/route.ts';

export const POST = route(paperApi.look, heavily('look at a paper list'));
