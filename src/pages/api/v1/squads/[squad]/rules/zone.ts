import { rulesApi } from '../../../../../../contract/rules.ts';
import { setZone } from '../../../../../../server/rules/rules.ts';
import { route } from '../../../../../../server/wiring/route.ts';

export const PUT = route(rulesApi.setZone, setZone);
