import { accountsApi } from '../../../../../../contract/accounts.ts';
import { endChildSignIn } from '../../../../../../server/accounts/sign-ins.ts';
import { route } from '../../../../../../server/wiring/route.ts';

export const DELETE = route(accountsApi.endChildSignIn, endChildSignIn);
