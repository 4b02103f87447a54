import { drillsApi } from '../../../../../../../contract/drills.ts';
import { archiveDrill } from '../../../../../../../server/drills/own.ts';
import { route } from '../../../../../../../server/wiring/route.ts';

export const PUT = route(drillsApi.archive, archiveDrill);
