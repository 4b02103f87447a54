import { invitationsApi } from '../../../../../../../contract/invitations.ts';
import { inviteGuardian } from '../../../../../../../server/squads/invitations.ts';
import { route } from '../../../../../../../server/wiring/route.ts';

export const POST = route(invitationsApi.inviteGuardian, inviteGuardian);
