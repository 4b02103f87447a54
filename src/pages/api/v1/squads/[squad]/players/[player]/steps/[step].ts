import { progressApi } from '../../../../../../../../contract/progress.ts';
import { dropStep } from '../../../../../../../../server/progress/steps.ts';
import { route } from '../../../../../../../../server/wiring/route.ts';

export const DELETE = route(progressApi.dropStep, dropStep);
