import { progressApi } from '../../../../../../../../contract/progress.ts';
import { dropPause, setPause } from '../../../../../../../../server/progress/notes.ts';
import { route } from '../../../../../../../../server/wiring/route.ts';

export const PUT = route(progressApi.pause, setPause);
export const DELETE = route(progressApi.dropPause, dropPause);
