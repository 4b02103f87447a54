import { paper } from '../../../../../../../contract/paper.ts';
import { route } from '../../../../../../../server/http/route.ts';
import { undoPaper } from '../../../../../../../server/progress/paper.ts';

export const POST = route(paper.undo, undoPaper);
