import { progress } from '../../../../../../../../contract/progress.ts';
import { dropPause, setPause } from '../../../../../../../../server/progress/notes.ts';
import { route } from '../../../../../../../../server/wiring/route.ts';

export const PUT = route(progress.pause, setPause);
export const DELETE = route(progress.dropPause, dropPause);
