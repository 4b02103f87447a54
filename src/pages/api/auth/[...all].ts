import type { APIRoute } from 'astro';
import { signInRoute } from '../../../server/wiring/sign-in-route.ts';

/** Sign-in, sign-out and sessions: the accounts library answers. */
export const ALL: APIRoute = ({ request }) => signInRoute(request);
