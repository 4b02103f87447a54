import { invitationsApi } from '../../../../contract/invitations.ts';
import { revokeInvitation } from '../../../../server/squads/invitations.ts';
import { route } from '../../../../server/wiring/route.ts';

export const DELETE = route(invitationsApi.revoke, revokeInvitation);
