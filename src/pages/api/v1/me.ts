import { accountsApi } from '../../../contract/accounts.ts';
import { me } from '../../../server/squads/me.ts';
import { route } from '../../../server/wiring/route.ts';

export const GET = route(accountsApi.me, (context, actor) => me(context, actor));
export const HEAD = GET;
