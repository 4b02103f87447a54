import { weeks } from '../../../../../contract/weeks.ts';
import { importWeek } from '../../../../../server/weeks/files.ts';
import { route } from '../../../../../server/wiring/route.ts';

export const POST = route(weeks.importWeek, importWeek);
