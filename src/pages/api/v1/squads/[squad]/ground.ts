import { tables } from '../../../../../contract/tables.ts';
import { route } from '../../../../../server/http/route.ts';
import { ground } from '../../../../../server/squad/season.ts';

export const GET = route(tables.ground, ground);
export const HEAD = GET;
