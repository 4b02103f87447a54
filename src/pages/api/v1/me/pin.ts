import { accountsApi } from '../../../../contract/accounts.ts';
import { choosePin } from '../../../../server/rules/members.ts';
import { route } from '../../../../server/wiring/route.ts';

export const PUT = route(accountsApi.choosePin, choosePin);
