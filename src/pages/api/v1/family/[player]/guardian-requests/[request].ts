import { keys } from '../../../../../../contract/keys.ts';
import { route } from '../../../../../../server/http/route.ts';
import { answerGuardian } from '../../../../../../server/people/guardians.ts';

export const POST = route(keys.answer, answerGuardian);
