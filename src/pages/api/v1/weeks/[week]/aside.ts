import { weeksApi } from '../../../../../contract/weeks.ts';
import { setAside } from '../../../../../server/weeks/asides.ts';
import { route } from '../../../../../server/wiring/route.ts';

export const PUT = route(weeksApi.setAside, setAside);
