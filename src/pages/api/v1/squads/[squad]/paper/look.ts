import { paper } from '../../../../../../contract/paper.ts';
import { route } from '../../../../../../server/http/route.ts';
import { lookAtPaper } from '../../../../../../server/progress/paper.ts';

export const POST = route(paper.look, lookAtPaper);
