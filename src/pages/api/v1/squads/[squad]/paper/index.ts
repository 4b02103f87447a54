import { paper } from '../../../../../../contract/paper.ts';
import { route } from '../../../../../../server/http/route.ts';
import { paperListsOf, readInPaper } from '../../../../../../server/progress/paper.ts';

export const GET = route(paper.lists, paperListsOf);
export const HEAD = GET;
export const POST = route(paper.read, readInPaper);
