import { progressApi } from '../../../../../../../../contract/progress.ts';
import { takeStep } from '../../../../../../../../server/progress/steps.ts';
import { route } from '../../../../../../../../server/wiring/route.ts';

export const POST = route(progressApi.takeStep, takeStep);
