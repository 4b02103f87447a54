import { invitationsApi } from '../../../../../../contract/invitations.ts';
import { invitePlayers } from '../../../../../../server/squads/invitations.ts';
import { route } from '../../../../../../server/wiring/route.ts';

export const POST = route(invitationsApi.invitePlayers, invitePlayers);
