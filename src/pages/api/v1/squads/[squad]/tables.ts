import { tables } from '../../../../../contract/tables.ts';
import { route } from '../../../../../server/http/route.ts';
import { squadTables } from '../../../../../server/squad/tables.ts';

export const GET = route(tables.tables, squadTables);
export const HEAD = GET;
