import { invitationsApi } from '../../../../../../../contract/invitations.ts';
import { refuse } from '../../../../../../../server/squads/joining.ts';
import { route } from '../../../../../../../server/wiring/route.ts';

export const POST = route(invitationsApi.refuse, refuse);
