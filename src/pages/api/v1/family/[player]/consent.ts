import { squad } from '../../../../../contract/squad.ts';
import { route } from '../../../../../server/http/route.ts';
import { giveConsent } from '../../../../../server/squad/family.ts';

export const PUT = route(squad.consent, giveConsent);
