import { bench as benchContract } from '../../../../../contract/bench.ts';
import { route } from '../../../../../server/http/route.ts';
import { deleteSpoken } from '../../../../../server/review/spoken.ts';

export const DELETE = route(benchContract.deleteSpoken, deleteSpoken);
