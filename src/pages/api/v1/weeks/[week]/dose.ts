import { weeks } from '../../../../../contract/weeks.ts';
import { route } from '../../../../../server/http/route.ts';
import { doseCsv } from '../../../../../server/weeks/files.ts';

export const GET = route(weeks.doseCsv, doseCsv);
export const HEAD = GET;
