import { invitations } from '../../../../contract/invitations.ts';
import { route } from '../../../../server/http/route.ts';
import { askToJoin } from '../../../../server/people/joining.ts';

export const POST = route(invitations.askToJoin, askToJoin);
