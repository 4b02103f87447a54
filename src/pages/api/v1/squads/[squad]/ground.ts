import { tablesApi } from '../../../../../contract/tables.ts';
import { heavily } from '../../../../../server/wiring/heavily.ts';
import { route } from '../../../../../server/wiring/route.ts';

export const GET = route(tablesApi.ground, heavily('not there yet'));
export const HEAD = GET;
