import { weeksApi } from '../../../../../contract/weeks.ts';
import { heavily } from '../../../../../server/wiring/heavily.ts';
import { route } from '../../../../../server/wiring/route.ts';

export const POST = route(weeksApi.propose, heavily('propose a week'));
