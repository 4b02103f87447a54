import { operationsApi } from '../../../../../../contract/operations.ts';
import { askToDelete, readDeletion } from '../../../../../../server/privacy/deletion.ts';
import { route } from '../../../../../../server/wiring/route.ts';

export const GET = route(operationsApi.deletion, readDeletion);
export const POST = route(operationsApi.askToDelete, askToDelete);
