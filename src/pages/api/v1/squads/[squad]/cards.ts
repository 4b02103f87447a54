import { invitationsApi } from '../../../../../contract/invitations.ts';
import { printCards } from '../../../../../server/squads/invitations.ts';
import { route } from '../../../../../server/wiring/route.ts';

export const POST = route(invitationsApi.cards, printCards);
