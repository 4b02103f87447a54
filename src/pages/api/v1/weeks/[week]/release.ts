import { weeks } from '../../../../../contract/weeks.ts';
import { route } from '../../../../../server/http/route.ts';
import { releaseWeek } from '../../../../../server/weeks/weeks.ts';

export const POST = route(weeks.release, releaseWeek);
