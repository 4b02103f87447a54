import { accountsApi } from '../../../../../contract/accounts.ts';
import { squadNews } from '../../../../../server/accounts/told.ts';
import { route } from '../../../../../server/wiring/route.ts';

export const GET = route(accountsApi.squadNews, squadNews);
