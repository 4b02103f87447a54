import { invitations } from '../../../../../contract/invitations.ts';
import { route } from '../../../../../server/http/route.ts';
import { familyLinks } from '../../../../../server/people/invitations.ts';

export const GET = route(invitations.familyLinks, familyLinks);
