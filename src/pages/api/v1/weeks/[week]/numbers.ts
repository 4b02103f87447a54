import { numbers } from '../../../../../contract/numbers.ts';
import { route } from '../../../../../server/http/route.ts';
import { setOwnNumber, squadNumbers } from '../../../../../server/weeks/numbers.ts';

export const GET = route(numbers.squad, squadNumbers);
export const HEAD = GET;
export const PUT = route(numbers.setOwn, setOwnNumber);
