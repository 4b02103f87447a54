import { keys } from '../../../../../../contract/keys.ts';
import { answerGuardian } from '../../../../../../server/squads/guardians.ts';
import { route } from '../../../../../../server/wiring/route.ts';

export const POST = route(keys.answer, answerGuardian);
