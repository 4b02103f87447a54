import { progress } from '../../../../../../../../contract/progress.ts';
import { route } from '../../../../../../../../server/http/route.ts';
import { takeStep } from '../../../../../../../../server/progress/steps.ts';

export const POST = route(progress.takeStep, takeStep);
