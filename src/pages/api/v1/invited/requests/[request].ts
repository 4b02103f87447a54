import { invitationsApi } from '../../../../../contract/invitations.ts';
import { readRequest } from '../../../../../server/squads/joining.ts';
import { route } from '../../../../../server/wiring/route.ts';

export const GET = route(invitationsApi.request, readRequest);
