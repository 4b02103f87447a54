import { togetherApi } from '../../../../../contract/together.ts';
import { callOff, leadEvening } from '../../../../../server/together/evenings.ts';
import { route } from '../../../../../server/wiring/route.ts';

export const GET = route(togetherApi.lead, leadEvening);
export const DELETE = route(togetherApi.callOff, callOff);
