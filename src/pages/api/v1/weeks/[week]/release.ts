import { weeksApi } from '../../../../../contract/weeks.ts';
import { takeBackRelease } from '../../../../../server/weeks/take-back.ts';
import { releaseWeek } from '../../../../../server/weeks/weeks.ts';
import { route } from '../../../../../server/wiring/route.ts';

export const POST = route(weeksApi.release, releaseWeek);
export const DELETE = route(weeksApi.takeBack, takeBackRelease);
