import { accounts } from '../../../../../contract/accounts.ts';
import { route } from '../../../../../server/http/route.ts';
import { mySignIns } from '../../../../../server/people/sign-ins.ts';

export const GET = route(accounts.signIns, mySignIns);
