import { progressApi } from '../../../../../../../../contract/progress.ts';
import { addNote } from '../../../../../../../../server/progress/notes.ts';
import { route } from '../../../../../../../../server/wiring/route.ts';

export const POST = route(progressApi.note, addNote);
