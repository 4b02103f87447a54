import { operationsApi } from '../../../../../contract/operations.ts';
import { readKeeping } from '../../../../../server/operations/read.ts';
import { route } from '../../../../../server/wiring/route.ts';

export const GET = route(operationsApi.read, readKeeping);
