import { weeks } from '../../../../../contract/weeks.ts';
import { route } from '../../../../../server/http/route.ts';
import { exportWeek } from '../../../../../server/weeks/files.ts';

export const GET = route(weeks.exportWeek, exportWeek);
export const HEAD = GET;
