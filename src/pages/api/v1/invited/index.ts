import { invitations } from '../../../../contract/invitations.ts';
import { route } from '../../../../server/http/route.ts';
import { lookAtInvitation } from '../../../../server/people/invitations.ts';

export const POST = route(invitations.look, lookAtInvitation);
