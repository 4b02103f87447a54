import { invitations } from '../../../../contract/invitations.ts';
import { route } from '../../../../server/http/route.ts';
import { revokeInvitation } from '../../../../server/people/invitations.ts';

export const DELETE = route(invitations.revoke, revokeInvitation);
