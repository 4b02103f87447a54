import { paper } from '../../../../../../contract/paper.ts';
import { heavily } from '../../../../../../server/heavy/heavily.ts';
import { route } from '../../../../../../server/http/route.ts';
import { paperListsOf } from '../../../../../../server/progress/paper.ts';

export const GET = route(paper.lists, paperListsOf);
export const HEAD = GET;
export const POST = route(paper.read, heavily('read in a paper list'));
