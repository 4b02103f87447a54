import { progress } from '../../../../../../../contract/progress.ts';
import { heavily } from '../../../../../../../server/heavy/heavily.ts';
import { route } from '../../../../../../../server/http/route.ts';

export const GET = route(progress.history, heavily('player history'));
export const HEAD = GET;
