import { weeks } from '../../../../../contract/weeks.ts';
import { route } from '../../../../../server/http/route.ts';
import { keepTemplate, listTemplates } from '../../../../../server/weeks/templates.ts';

export const GET = route(weeks.templates, listTemplates);
export const HEAD = GET;
export const POST = route(weeks.keepTemplate, keepTemplate);
