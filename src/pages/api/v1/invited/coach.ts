import { invitations } from '../../../../contract/invitations.ts';
import { route } from '../../../../server/http/route.ts';
import { acceptAsCoach } from '../../../../server/people/coaches.ts';

export const POST = route(invitations.acceptAsCoach, acceptAsCoach);
