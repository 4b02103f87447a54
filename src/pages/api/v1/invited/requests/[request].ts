import { invitations } from '../../../../../contract/invitations.ts';
import { route } from '../../../../../server/http/route.ts';
import { readRequest } from '../../../../../server/people/joining.ts';

export const GET = route(invitations.request, readRequest);
