import { drillsApi } from '../../../../../../contract/drills.ts';
import { importDrills } from '../../../../../../server/drills/own.ts';
import { route } from '../../../../../../server/wiring/route.ts';

export const POST = route(drillsApi.importDrills, importDrills);
