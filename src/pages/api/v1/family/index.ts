import { screensApi } from '../../../../contract/screens.ts';
import { family } from '../../../../server/screens/family.ts';
import { route } from '../../../../server/wiring/route.ts';

export const GET = route(screensApi.family, (context, actor) => family(context, actor));
export const HEAD = GET;
