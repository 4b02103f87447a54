import { progress } from '../../../../../../../../contract/progress.ts';
import { dropStep } from '../../../../../../../../server/progress/steps.ts';
import { route } from '../../../../../../../../server/wiring/route.ts';

export const DELETE = route(progress.dropStep, dropStep);
