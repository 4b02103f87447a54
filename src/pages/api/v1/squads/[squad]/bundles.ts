import { weeksApi } from '../../../../../contract/weeks.ts';
import { readInWeek } from '../../../../../server/weeks/files.ts';
import { route } from '../../../../../server/wiring/route.ts';

export const POST = route(weeksApi.importWeek, readInWeek);
