import { keys } from '../../../../../contract/keys.ts';
import { childKeys, endChildKeys } from '../../../../../server/squads/guardians.ts';
import { route } from '../../../../../server/wiring/route.ts';

export const GET = route(keys.read, childKeys);
export const DELETE = route(keys.endAll, endChildKeys);
