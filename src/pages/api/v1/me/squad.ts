import { accounts } from '../../../../contract/accounts.ts';
import { route } from '../../../../server/http/route.ts';
import { chooseSquad } from '../../../../server/people/members.ts';

export const PUT = route(accounts.chooseSquad, chooseSquad);
