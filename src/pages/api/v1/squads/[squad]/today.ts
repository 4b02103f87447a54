import { squad } from '../../../../../contract/screens.ts';
import { today } from '../../../../../server/screens/today.ts';
import { route } from '../../../../../server/wiring/route.ts';

export const GET = route(squad.today, today);
export const HEAD = GET;
