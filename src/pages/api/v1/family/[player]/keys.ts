import { keysApi } from '../../../../../contract/keys.ts';
import { childKeys, endChildKeys } from '../../../../../server/squads/guardians.ts';
import { route } from '../../../../../server/wiring/route.ts';

export const GET = route(keysApi.read, childKeys);
export const DELETE = route(keysApi.endAll, endChildKeys);
