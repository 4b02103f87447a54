import { invitations } from '../../../../../../contract/invitations.ts';
import { route } from '../../../../../../server/http/route.ts';
import { invitePlayers } from '../../../../../../server/people/invitations.ts';

export const POST = route(invitations.invitePlayers, invitePlayers);
