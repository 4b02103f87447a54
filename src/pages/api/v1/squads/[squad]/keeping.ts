import { keeping } from '../../../../../contract/operations.ts';
import { readKeeping } from '../../../../../server/operations/read.ts';
import { route } from '../../../../../server/wiring/route.ts';

export const GET = route(keeping.read, readKeeping);
