import { numbersApi } from '../../../../../contract/numbers.ts';
import { setOwnNumber, squadNumbers } from '../../../../../server/targets/numbers.ts';
import { route } from '../../../../../server/wiring/route.ts';

export const GET = route(numbersApi.squad, squadNumbers);
export const HEAD = GET;
export const PUT = route(numbersApi.setOwn, setOwnNumber);
