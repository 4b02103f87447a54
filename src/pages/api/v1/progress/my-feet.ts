import { progressApi } from '../../../../contract/progress.ts';
import { myFeet } from '../../../../server/screens/feet.ts';
import { route } from '../../../../server/wiring/route.ts';

export const GET = route(progressApi.myFeet, (context, actor) => myFeet(context, actor));
export const HEAD = GET;
