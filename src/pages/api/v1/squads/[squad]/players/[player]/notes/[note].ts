import { progress } from '../../../../../../../../contract/progress.ts';
import { route } from '../../../../../../../../server/http/route.ts';
import { dropNote } from '../../../../../../../../server/progress/notes.ts';

export const DELETE = route(progress.dropNote, dropNote);
