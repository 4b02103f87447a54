import { drillsApi } from '../../../../../../contract/drills.ts';
import { shelf } from '../../../../../../server/drills/shelf.ts';
import { route } from '../../../../../../server/wiring/route.ts';

export const GET = route(drillsApi.shelf, shelf);
export const HEAD = GET;
