import { answers } from '../../../../../contract/answers.ts';
import { route } from '../../../../../server/http/route.ts';
import { deleteSpoken } from '../../../../../server/review/spoken.ts';

export const DELETE = route(answers.deleteSpoken, deleteSpoken);
