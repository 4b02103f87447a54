import { trainingApi } from '../../../../contract/training.ts';
import { thisWeek } from '../../../../server/screens/this-week.ts';
import { route } from '../../../../server/wiring/route.ts';

export const GET = route(trainingApi.thisWeek, (context, actor) => thisWeek(context, actor));
export const HEAD = GET;
