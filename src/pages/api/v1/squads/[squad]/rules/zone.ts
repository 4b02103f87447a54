import { rules } from '../../../../../../contract/rules.ts';
import { route } from '../../../../../../server/http/route.ts';
import { setZone } from '../../../../../../server/squad/rules.ts';

export const PUT = route(rules.setZone, setZone);
