import { paperApi } from '../../../../../../contract/files.ts';
import { paperListsOf } from '../../../../../../server/files/paper.ts';
import { heavily } from '../../../../../../server/wiring/heavily.ts';
import { route } from '../../../../../../server/wiring/route.ts';

export const GET = route(paperApi.lists, paperListsOf);
export const HEAD = GET;
export const POST = route(paperApi.read, heavily('read in a paper list'));
