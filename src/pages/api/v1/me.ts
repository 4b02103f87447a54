import { accounts } from '../../../contract/accounts.ts';
import { route } from '../../../server/http/route.ts';
import { me } from '../../../server/squad/me.ts';

export const GET = route(accounts.me, (context, actor) => me(context, actor));
export const HEAD = GET;
