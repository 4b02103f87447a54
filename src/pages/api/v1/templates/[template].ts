import { weeks } from '../../../../contract/weeks.ts';
import { dropTemplate } from '../../../../server/weeks/templates.ts';
import { route } from '../../../../server/wiring/route.ts';

export const DELETE = route(weeks.dropTemplate, dropTemplate);
