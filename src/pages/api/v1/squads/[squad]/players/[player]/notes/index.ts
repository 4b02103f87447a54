import { progress } from '../../../../../../../../contract/progress.ts';
import { route } from '../../../../../../../../server/http/route.ts';
import { addNote } from '../../../../../../../../server/progress/notes.ts';

export const POST = route(progress.note, addNote);
