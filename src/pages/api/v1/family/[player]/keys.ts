import { keys } from '../../../../../contract/keys.ts';
import { route } from '../../../../../server/http/route.ts';
import { childKeys, endChildKeys } from '../../../../../server/people/guardians.ts';

export const GET = route(keys.read, childKeys);
export const DELETE = route(keys.endAll, endChildKeys);
