import { go } from '../../../../contract/go.ts';
import { route } from '../../../../server/http/route.ts';
import { thisWeek } from '../../../../server/go/this-week.ts';

export const GET = route(go.thisWeek, (context, actor) => thisWeek(context, actor));
export const HEAD = GET;
