import { screensApi } from '../../../../../contract/screens.ts';
import { register } from '../../../../../server/screens/register.ts';
import { route } from '../../../../../server/wiring/route.ts';

export const GET = route(screensApi.register, register);
export const HEAD = GET;
