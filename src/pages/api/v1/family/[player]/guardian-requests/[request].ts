import { keysApi } from '../../../../../../contract/keys.ts';
import { answerGuardian } from '../../../../../../server/squads/guardians.ts';
import { route } from '../../../../../../server/wiring/route.ts';

export const POST = route(keysApi.answer, answerGuardian);
