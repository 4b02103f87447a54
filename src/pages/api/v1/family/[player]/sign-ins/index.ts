import { accounts } from '../../../../../../contract/accounts.ts';
import { route } from '../../../../../../server/http/route.ts';
import { childSignIns } from '../../../../../../server/people/sign-ins.ts';

export const GET = route(accounts.childSignIns, childSignIns);
