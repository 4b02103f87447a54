import { weeks } from '../../../../../contract/weeks.ts';
import { route } from '../../../../../server/http/route.ts';
import { importWeek } from '../../../../../server/weeks/files.ts';

export const POST = route(weeks.importWeek, importWeek);
