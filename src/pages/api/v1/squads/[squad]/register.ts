import { squad } from '../../../../../contract/squad.ts';
import { route } from '../../../../../server/http/route.ts';
import { register } from '../../../../../server/squad/register.ts';

export const GET = route(squad.register, register);
export const HEAD = GET;
