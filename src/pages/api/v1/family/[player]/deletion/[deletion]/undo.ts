import { keeping } from '../../../../../../../contract/keeping.ts';
import { route } from '../../../../../../../server/http/route.ts';
import { undoDeletion } from '../../../../../../../server/keeping/deletion.ts';

export const POST = route(keeping.undoDeletion, undoDeletion);
