import { drills } from '../../../../../../contract/drills.ts';
import { importDrills } from '../../../../../../server/drills/own.ts';
import { route } from '../../../../../../server/http/route.ts';

export const POST = route(drills.importDrills, importDrills);
