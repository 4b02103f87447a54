import { tablesApi } from '../../../../../contract/tables.ts';
import { heavily } from '../../../../../server/wiring/heavily.ts';
import { route } from '../../../../../server/wiring/route.ts';

export const GET = route(tablesApi.calibration, heavily('fair numbers'));
export const HEAD = GET;
