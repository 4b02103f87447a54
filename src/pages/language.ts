import type { APIRoute } from 'astro';
import { isLanguage } from '../core/text/languages.ts';
import { askingFrom } from '../server/accounts/actor.ts';
import { chooseLanguage } from '../server/accounts/language.ts';
import { appContext } from '../server/context.ts';
import { LANGUAGE_COOKIE } from '../server/platform/languages.ts';

const A_YEAR = 60 * 60 * 24 * 365;

/** What is read from now on: kept on this device, and with whoever is signed in. Goes back to the page that asked. */
export const POST: APIRoute = async ({ request, cookies, redirect }) => {
  const form = await request.formData().catch(() => null);
  const language = form?.get('language');
  const back = String(form?.get('back') ?? '/');
  // A path of this site, and nothing that a browser would take for another.
  const to = /^\/(?![/\\])/.test(back) ? back : '/';
  if (typeof language !== 'string' || !isLanguage(language)) return redirect(to, 303);
  const context = appContext();
  chooseLanguage(context, (await askingFrom(context, request.headers)).actor, { language });
  cookies.set(LANGUAGE_COOKIE, language, {
    path: '/',
    maxAge: A_YEAR,
    sameSite: 'lax',
    httpOnly: true,
    secure: context.config.baseAddress.startsWith('https:'),
  });
  return redirect(to, 303);
};
