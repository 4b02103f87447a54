import { keeping } from '../../../../../../contract/operations.ts';
import { askToDelete, readDeletion } from '../../../../../../server/privacy/deletion.ts';
import { route } from '../../../../../../server/wiring/route.ts';

export const GET = route(keeping.deletion, readDeletion);
export const POST = route(keeping.askToDelete, askToDelete);
