import { progress } from '../../../../../../../../contract/progress.ts';
import { route } from '../../../../../../../../server/http/route.ts';
import { dropPause, setPause } from '../../../../../../../../server/progress/notes.ts';

export const PUT = route(progress.pause, setPause);
export const DELETE = route(progress.dropPause, dropPause);
