import { tablesApi } from '../../../../../contract/tables.ts';
import { squadTables } from '../../../../../server/tables/tables.ts';
import { route } from '../../../../../server/wiring/route.ts';

export const GET = route(tablesApi.tables, squadTables);
export const HEAD = GET;
