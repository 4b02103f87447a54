import { weeksApi } from '../../../../../contract/weeks.ts';
import { keepTemplate, listTemplates } from '../../../../../server/weeks/templates.ts';
import { route } from '../../../../../server/wiring/route.ts';

export const GET = route(weeksApi.templates, listTemplates);
export const HEAD = GET;
export const POST = route(weeksApi.keepTemplate, keepTemplate);
