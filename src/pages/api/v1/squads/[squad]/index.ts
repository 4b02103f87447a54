import { squadsApi } from '../../../../../contract/squads.ts';
import { throwAway } from '../../../../../server/privacy/thrown-away.ts';
import { route } from '../../../../../server/wiring/route.ts';

export const DELETE = route(squadsApi.throwAway, throwAway);
