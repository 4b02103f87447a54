import { progressApi } from '../../../../../../../../contract/progress.ts';
import { dropNote } from '../../../../../../../../server/progress/notes.ts';
import { route } from '../../../../../../../../server/wiring/route.ts';

export const DELETE = route(progressApi.dropNote, dropNote);
