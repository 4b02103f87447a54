import { screensApi } from '../../../../../contract/screens.ts';
import { giveConsent } from '../../../../../server/screens/family.ts';
import { route } from '../../../../../server/wiring/route.ts';

export const PUT = route(screensApi.consent, giveConsent);
