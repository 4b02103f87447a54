import { paper } from '../../../../../../contract/paper.ts';
import { heavily } from '../../../../../../server/heavy/heavily.ts';
import { route } from '../../../../../../server/http/route.ts';

export const POST = route(paper.look, heavily('look at a paper list'));
