import { invitationsApi } from '../../../../contract/invitations.ts';
import { lookAtInvitation } from '../../../../server/squads/invitations.ts';
import { route } from '../../../../server/wiring/route.ts';

export const POST = route(invitationsApi.look, lookAtInvitation);
