import { tables } from '../../../../../contract/tables.ts';
import { heavily } from '../../../../../server/heavy/heavily.ts';
import { route } from '../../../../../server/http/route.ts';

export const GET = route(tables.compare, heavily('two weeks'));
export const HEAD = GET;
