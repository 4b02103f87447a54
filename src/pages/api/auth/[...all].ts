import type { APIRoute } from 'astro';
import { house } from '../../../server/house.ts';

/** Sign-in, sign-out and sessions: the accounts library answers. */
export const ALL: APIRoute = ({ request }) => house().auth.handler(request);
