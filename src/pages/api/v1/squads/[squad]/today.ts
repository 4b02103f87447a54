import { screensApi } from '../../../../../contract/screens.ts';
import { today } from '../../../../../server/screens/today.ts';
import { route } from '../../../../../server/wiring/route.ts';

export const GET = route(screensApi.today, today);
export const HEAD = GET;
