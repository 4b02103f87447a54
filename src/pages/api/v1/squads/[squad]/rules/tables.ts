import { rulesApi } from '../../../../../../contract/rules.ts';
import { setTables } from '../../../../../../server/rules/rules.ts';
import { route } from '../../../../../../server/wiring/route.ts';

export const PUT = route(rulesApi.setTables, setTables);
