/** The languages of the interface, as each calls itself, with the locale of its dates and numbers. A language is a folder of `src/messages`. */
export const LANGUAGES = {
  en: { name: 'English', locale: 'en-US' },
  // As families in the United States write it: 1,000.5 and Sunday first said.
  es: { name: 'Español', locale: 'es-US' },
} as const;
export type LanguageCode = keyof typeof LANGUAGES;

/** Long words with accents, for seeing what is cut and what is not translated; the second one turns the page round. No page offers them. */
export const PSEUDO = 'en-XA';
export const PSEUDO_TURNED = 'en-XB';

export const LANGUAGE_CODES = Object.keys(LANGUAGES) as [LanguageCode, ...LanguageCode[]];

export const isLanguage = (text: string | null | undefined): text is LanguageCode =>
  text !== undefined && text !== null && Object.hasOwn(LANGUAGES, text);
