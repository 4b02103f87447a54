import { AsyncLocalStorage } from 'node:async_hooks';
import { isLanguage, LANGUAGES, type LanguageCode, PSEUDO, PSEUDO_TURNED } from '../../core/text/languages.ts';
import { compiled, ENGLISH, type LanguageRead, readBy } from '../../core/text/translate.ts';
import spanish from '../../messages/es/index.ts';
import { pluralOf, pseudo } from '../../messages/pseudo.ts';
import words from '../../messages/words.json' with { type: 'json' };

const SPANISH: ReadonlyMap<string, string> = new Map(Object.entries(spanish));
const CATALOGS: Partial<Record<LanguageCode, ReadonlyMap<string, string>>> = { es: SPANISH };

/** Words that are looked up by themselves: a browser knows the same ones. */
const WORDS: ReadonlySet<string> = new Set(words);

function readingOf(language: string): LanguageRead {
  if (language === PSEUDO || language === PSEUDO_TURNED) {
    const messageOf = (text: string) => (SPANISH.has(text) ? compiled(pseudo(pluralOf(text))) : undefined);
    return { language, locale: 'en-US', messageOf, wordOf: (text) => (WORDS.has(text) ? messageOf(text) : undefined) };
  }
  const catalog = isLanguage(language) ? CATALOGS[language] : undefined;
  if (!catalog || !isLanguage(language)) return ENGLISH;
  const messageOf = (text: string) => {
    const message = catalog.get(text);
    return message === undefined || message === '' ? undefined : compiled(message);
  };
  return { language, locale: LANGUAGES[language].locale, messageOf, wordOf: (text) => (WORDS.has(text) ? messageOf(text) : undefined) };
}

const readings = new Map<string, LanguageRead>();
function readingIn(language: string): LanguageRead {
  const known = readings.get(language) ?? readingOf(language);
  readings.set(language, known);
  return known;
}

// The server is two bundles in one process, which both say what is read and both ask.
const place = globalThis as { eagerFeetNow?: AsyncLocalStorage<LanguageRead> };
place.eagerFeetNow ??= new AsyncLocalStorage<LanguageRead>();
const now = place.eagerFeetNow;
readBy(() => now.getStore() ?? ENGLISH);

/** Does something in a language: whatever it says, and whatever it waits for says, is in it. */
export const inLanguage = <T>(language: string, work: () => T): T => now.run(readingIn(language), work);

/** The name of the cookie that says what a device reads. */
export const LANGUAGE_COOKIE = 'language';
const IN_COOKIE = new RegExp(`(?:^|;\\s*)${LANGUAGE_COOKIE}=([\\w-]+)`);

/**
 * What a device reads: what was chosen on it, else the first of ours that its browser asks for, else English.
 * @param accepted the header Accept-Language
 */
export function languageOf(cookie: string | undefined, accepted: string | undefined): string {
  const chosen = IN_COOKIE.exec(cookie ?? '')?.[1];
  if (isLanguage(chosen) || chosen === PSEUDO || chosen === PSEUDO_TURNED) return chosen;
  const wanted = (accepted ?? '')
    .split(',')
    .map((one) => {
      const [tag = '', ...rest] = one.trim().split(';');
      const q = /q=([\d.]+)/.exec(rest.join(';'))?.[1];
      return { language: tag.toLowerCase().split('-')[0] ?? '', q: q === undefined ? 1 : Number(q) };
    })
    .sort((a, b) => b.q - a.q);
  return wanted.find(({ language, q }) => q > 0 && isLanguage(language))?.language ?? 'en';
}
