import { drillsApi } from '../../../../../../contract/drills.ts';
import { exportDrills } from '../../../../../../server/drills/own.ts';
import { route } from '../../../../../../server/wiring/route.ts';

export const GET = route(drillsApi.exportDrills, exportDrills);
export const HEAD = GET;
