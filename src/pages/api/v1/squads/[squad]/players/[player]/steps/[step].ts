import { progress } from '../../../../../../../../contract/progress.ts';
import { route } from '../../../../../../../../server/http/route.ts';
import { dropStep } from '../../../../../../../../server/progress/steps.ts';

export const DELETE = route(progress.dropStep, dropStep);
