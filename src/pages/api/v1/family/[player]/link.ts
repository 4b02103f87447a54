import { invitationsApi } from '../../../../../contract/invitations.ts';
import { makeFamilyLink } from '../../../../../server/squads/invitations.ts';
import { route } from '../../../../../server/wiring/route.ts';

export const POST = route(invitationsApi.familyLink, makeFamilyLink);
