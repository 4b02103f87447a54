import { invitationsApi } from '../../../../../contract/invitations.ts';
import { familyLinks } from '../../../../../server/squads/invitations.ts';
import { route } from '../../../../../server/wiring/route.ts';

export const GET = route(invitationsApi.familyLinks, familyLinks);
