import { accounts } from '../../../../../../contract/accounts.ts';
import { route } from '../../../../../../server/http/route.ts';
import { endChildSignIn } from '../../../../../../server/people/sign-ins.ts';

export const DELETE = route(accounts.endChildSignIn, endChildSignIn);
