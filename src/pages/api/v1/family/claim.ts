import { invitationsApi } from '../../../../contract/invitations.ts';
import { claimMore } from '../../../../server/squads/guardians.ts';
import { route } from '../../../../server/wiring/route.ts';

export const POST = route(invitationsApi.claimMore, claimMore);
