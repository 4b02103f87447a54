import { togetherApi } from '../../../../../contract/together.ts';
import { eveningByCode } from '../../../../../server/together/evenings.ts';
import { route } from '../../../../../server/wiring/route.ts';

export const GET = route(togetherApi.byCode, eveningByCode);
