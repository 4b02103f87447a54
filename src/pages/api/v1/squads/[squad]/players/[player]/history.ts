import { progress } from '../../../../../../../contract/progress.ts';
import { heavily } from '../../../../../../../server/wiring/heavily.ts';
import { route } from '../../../../../../../server/wiring/route.ts';

export const GET = route(progress.history, heavily('player history'));
export const HEAD = GET;
