import { togetherApi } from '../../../../../contract/together.ts';
import { sayToSquad } from '../../../../../server/together/evenings.ts';
import { route } from '../../../../../server/wiring/route.ts';

export const POST = route(togetherApi.say, sayToSquad);
