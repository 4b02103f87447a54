import { defineMiddleware } from 'astro:middleware';
import folders from 'virtual:languages';
import { language } from './core/text/translate.ts';
import { withDrawnStyles } from './server/platform/http/csp.ts';

const SCRIPT = /(\/_astro\/)(?=[\w.@-]+\.js\b)/g;

/** A page with the scripts of the language that it is read in (scripts/messages/browser.mjs). */
async function withOwnScripts(response: Response): Promise<Response> {
  const folder = folders[language()];
  if (!folder || !response.headers.get('content-type')?.startsWith('text/html')) return response;
  return new Response((await response.text()).replace(SCRIPT, `$1${folder}`), response);
}

/** Pages go out with their language’s scripts and with the policy for styles that drawings need. */
export const onRequest = defineMiddleware(async (_context, next) => withDrawnStyles(await withOwnScripts(await next())));
