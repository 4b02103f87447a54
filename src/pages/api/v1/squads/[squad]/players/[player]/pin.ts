import { squadsApi } from '../../../../../../../contract/squads.ts';
import { resetPin } from '../../../../../../../server/rules/members.ts';
import { route } from '../../../../../../../server/wiring/route.ts';

export const POST = route(squadsApi.resetPin, resetPin);
