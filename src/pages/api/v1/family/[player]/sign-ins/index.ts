import { accountsApi } from '../../../../../../contract/accounts.ts';
import { childSignIns } from '../../../../../../server/accounts/sign-ins.ts';
import { route } from '../../../../../../server/wiring/route.ts';

export const GET = route(accountsApi.childSignIns, childSignIns);
