import { keeping } from '../../../../../../contract/keeping.ts';
import { route } from '../../../../../../server/http/route.ts';
import { askToDelete, readDeletion } from '../../../../../../server/keeping/deletion.ts';

export const GET = route(keeping.deletion, readDeletion);
export const POST = route(keeping.askToDelete, askToDelete);
