import { defineMiddleware } from 'astro:middleware';
import { withDrawnStyles } from './server/platform/http/csp.ts';

/** Pages go out with the policy for styles that drawings need. */
export const onRequest = defineMiddleware(async (_context, next) => withDrawnStyles(await next()));
