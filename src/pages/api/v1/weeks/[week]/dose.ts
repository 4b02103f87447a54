import { weeksApi } from '../../../../../contract/weeks.ts';
import { doseCsv } from '../../../../../server/weeks/files.ts';
import { route } from '../../../../../server/wiring/route.ts';

export const GET = route(weeksApi.doseCsv, doseCsv);
export const HEAD = GET;
