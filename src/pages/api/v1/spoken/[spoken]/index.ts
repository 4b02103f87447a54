import { answersApi } from '../../../../../contract/answers.ts';
import { deleteSpoken } from '../../../../../server/review/spoken.ts';
import { route } from '../../../../../server/wiring/route.ts';

export const DELETE = route(answersApi.deleteSpoken, deleteSpoken);
