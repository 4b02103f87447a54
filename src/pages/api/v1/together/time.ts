import { togetherApi } from '../../../../contract/together.ts';
import { tellTime } from '../../../../server/together/evenings.ts';
import { route } from '../../../../server/wiring/route.ts';

export const GET = route(togetherApi.time, tellTime);
