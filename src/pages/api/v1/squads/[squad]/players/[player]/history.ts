import { progressApi } from '../../../../../../../contract/progress.ts';
import { heavily } from '../../../../../../../server/wiring/heavily.ts';
import { route } from '../../../../../../../server/wiring/route.ts';

export const GET = route(progressApi.history, heavily('player history'));
export const HEAD = GET;
