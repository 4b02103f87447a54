import { invitations } from '../../../../../contract/invitations.ts';
import { route } from '../../../../../server/http/route.ts';
import { printCards } from '../../../../../server/people/invitations.ts';

export const POST = route(invitations.cards, printCards);
