import { invitationsApi } from '../../../../contract/invitations.ts';
import { askToJoin } from '../../../../server/squads/joining.ts';
import { route } from '../../../../server/wiring/route.ts';

export const POST = route(invitationsApi.askToJoin, askToJoin);
