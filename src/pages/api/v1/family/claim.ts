import { invitations } from '../../../../contract/invitations.ts';
import { route } from '../../../../server/http/route.ts';
import { claimMore } from '../../../../server/people/guardians.ts';

export const POST = route(invitations.claimMore, claimMore);
