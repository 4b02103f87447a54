import { operationsApi } from '../../../../../../../contract/operations.ts';
import { undoDeletion } from '../../../../../../../server/privacy/deletion.ts';
import { route } from '../../../../../../../server/wiring/route.ts';

export const POST = route(operationsApi.undoDeletion, undoDeletion);
