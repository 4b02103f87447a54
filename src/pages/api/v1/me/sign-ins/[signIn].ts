import { accounts } from '../../../../../contract/accounts.ts';
import { route } from '../../../../../server/http/route.ts';
import { endMySignIn } from '../../../../../server/people/sign-ins.ts';

export const DELETE = route(accounts.endSignIn, endMySignIn);
