import { progress } from '../../../../contract/progress.ts';
import { route } from '../../../../server/http/route.ts';
import { myFeet } from '../../../../server/progress/feet.ts';

export const GET = route(progress.myFeet, (context, actor) => myFeet(context, actor));
export const HEAD = GET;
