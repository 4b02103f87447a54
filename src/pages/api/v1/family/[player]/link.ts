import { invitations } from '../../../../../contract/invitations.ts';
import { route } from '../../../../../server/http/route.ts';
import { makeFamilyLink } from '../../../../../server/people/invitations.ts';

export const POST = route(invitations.familyLink, makeFamilyLink);
