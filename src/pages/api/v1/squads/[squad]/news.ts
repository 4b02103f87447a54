import { accounts } from '../../../../../contract/accounts.ts';
import { route } from '../../../../../server/http/route.ts';
import { squadNews } from '../../../../../server/people/told.ts';

export const GET = route(accounts.squadNews, squadNews);
