import { accountsApi } from '../../../../../contract/accounts.ts';
import { mySignIns } from '../../../../../server/accounts/sign-ins.ts';
import { route } from '../../../../../server/wiring/route.ts';

export const GET = route(accountsApi.signIns, mySignIns);
