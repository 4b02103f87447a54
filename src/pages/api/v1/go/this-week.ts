import { go } from '../../../../contract/go.ts';
import { thisWeek } from '../../../../server/go/this-week.ts';
import { route } from '../../../../server/http/route.ts';

export const GET = route(go.thisWeek, (context, actor) => thisWeek(context, actor));
export const HEAD = GET;
