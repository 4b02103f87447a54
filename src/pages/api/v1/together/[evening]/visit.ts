import { togetherApi } from '../../../../../contract/together.ts';
import { joinEvening } from '../../../../../server/screens/together.ts';
import { route } from '../../../../../server/wiring/route.ts';

export const GET = route(togetherApi.join, joinEvening);
