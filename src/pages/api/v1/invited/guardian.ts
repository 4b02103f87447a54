import { invitations } from '../../../../contract/invitations.ts';
import { claimChild } from '../../../../server/squads/guardians.ts';
import { route } from '../../../../server/wiring/route.ts';

export const POST = route(invitations.claimChild, claimChild);
