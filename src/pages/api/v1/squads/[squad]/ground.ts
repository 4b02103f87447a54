import { tables } from '../../../../../contract/tables.ts';
import { heavily } from '../../../../../server/wiring/heavily.ts';
import { route } from '../../../../../server/wiring/route.ts';

export const GET = route(tables.ground, heavily('not there yet'));
export const HEAD = GET;
