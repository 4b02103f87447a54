import { invitations } from '../../../../../../../contract/invitations.ts';
import { route } from '../../../../../../../server/http/route.ts';
import { inviteGuardian } from '../../../../../../../server/people/invitations.ts';

export const POST = route(invitations.inviteGuardian, inviteGuardian);
