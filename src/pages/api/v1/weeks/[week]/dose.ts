import { weeks } from '../../../../../contract/weeks.ts';
import { doseCsv } from '../../../../../server/weeks/files.ts';
import { route } from '../../../../../server/wiring/route.ts';

export const GET = route(weeks.doseCsv, doseCsv);
export const HEAD = GET;
