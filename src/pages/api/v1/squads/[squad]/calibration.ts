import { tables } from '../../../../../contract/tables.ts';
import { route } from '../../../../../server/http/route.ts';
import { calibration } from '../../../../../server/squad/season.ts';

export const GET = route(tables.calibration, calibration);
export const HEAD = GET;
