import { weeksApi } from '../../../../../contract/weeks.ts';
import { exportWeek } from '../../../../../server/weeks/files.ts';
import { route } from '../../../../../server/wiring/route.ts';

export const GET = route(weeksApi.exportWeek, exportWeek);
export const HEAD = GET;
