import { togetherApi } from '../../../../../contract/together.ts';
import { listEvenings, openEvening } from '../../../../../server/together/evenings.ts';
import { route } from '../../../../../server/wiring/route.ts';

export const GET = route(togetherApi.list, listEvenings);
export const POST = route(togetherApi.open, openEvening);
