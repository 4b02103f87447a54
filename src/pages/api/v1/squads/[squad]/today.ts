import { squad } from '../../../../../contract/squad.ts';
import { route } from '../../../../../server/http/route.ts';
import { today } from '../../../../../server/squad/today.ts';

export const GET = route(squad.today, today);
export const HEAD = GET;
