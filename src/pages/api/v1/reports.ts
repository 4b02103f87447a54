import { operationsApi } from '../../../contract/operations.ts';
import { reportError } from '../../../server/operations/reports.ts';
import { route } from '../../../server/wiring/route.ts';

export const POST = route(operationsApi.report, reportError);
