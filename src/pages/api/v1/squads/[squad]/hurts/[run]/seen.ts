import { screensApi } from '../../../../../../../contract/screens.ts';
import { seeHurt } from '../../../../../../../server/squads/hurts.ts';
import { route } from '../../../../../../../server/wiring/route.ts';

export const POST = route(screensApi.hurtSeen, seeHurt);
