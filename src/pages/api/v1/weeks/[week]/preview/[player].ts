import { weeks } from '../../../../../../contract/weeks.ts';
import { route } from '../../../../../../server/http/route.ts';
import { previewWeek } from '../../../../../../server/weeks/facts.ts';

export const GET = route(weeks.preview, previewWeek);
export const HEAD = GET;
