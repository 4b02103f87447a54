import { invitationsApi } from '../../../../contract/invitations.ts';
import { acceptAsCoach } from '../../../../server/squads/coaches.ts';
import { route } from '../../../../server/wiring/route.ts';

export const POST = route(invitationsApi.acceptAsCoach, acceptAsCoach);
