import { keeping } from '../../../../../contract/keeping.ts';
import { route } from '../../../../../server/http/route.ts';
import { readKeeping } from '../../../../../server/keeping/read.ts';

export const GET = route(keeping.read, readKeeping);
