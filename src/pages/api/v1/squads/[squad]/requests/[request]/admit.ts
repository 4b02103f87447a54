import { invitationsApi } from '../../../../../../../contract/invitations.ts';
import { admit } from '../../../../../../../server/squads/joining.ts';
import { route } from '../../../../../../../server/wiring/route.ts';

export const POST = route(invitationsApi.admit, admit);
