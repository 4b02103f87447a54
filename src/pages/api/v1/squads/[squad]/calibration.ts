import { tables } from '../../../../../contract/tables.ts';
import { heavily } from '../../../../../server/wiring/heavily.ts';
import { route } from '../../../../../server/wiring/route.ts';

export const GET = route(tables.calibration, heavily('fair numbers'));
export const HEAD = GET;
