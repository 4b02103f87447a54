import { tables } from '../../../../../contract/tables.ts';
import { route } from '../../../../../server/http/route.ts';
import { compareWeeks } from '../../../../../server/squad/season.ts';

export const GET = route(tables.compare, compareWeeks);
export const HEAD = GET;
