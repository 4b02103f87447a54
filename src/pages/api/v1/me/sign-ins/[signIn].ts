import { accountsApi } from '../../../../../contract/accounts.ts';
import { endMySignIn } from '../../../../../server/accounts/sign-ins.ts';
import { route } from '../../../../../server/wiring/route.ts';

export const DELETE = route(accountsApi.endSignIn, endMySignIn);
