import { weeks } from '../../../../contract/weeks.ts';
import { route } from '../../../../server/http/route.ts';
import { dropTemplate } from '../../../../server/weeks/templates.ts';

export const DELETE = route(weeks.dropTemplate, dropTemplate);
