import { paperApi } from '../../../../../../../contract/files.ts';
import { undoPaper } from '../../../../../../../server/files/paper.ts';
import { route } from '../../../../../../../server/wiring/route.ts';

export const POST = route(paperApi.undo, undoPaper);
