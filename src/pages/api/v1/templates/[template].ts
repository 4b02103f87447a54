import { weeksApi } from '../../../../contract/weeks.ts';
import { dropTemplate } from '../../../../server/weeks/templates.ts';
import { route } from '../../../../server/wiring/route.ts';

export const DELETE = route(weeksApi.dropTemplate, dropTemplate);
