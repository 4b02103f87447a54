import { isLanguage, type LanguageCode } from './languages.ts';
import { language } from './translate.ts';

/** What somebody wrote to others, in one language or in two. */
export interface Written {
  text: string;
  /** In which language its writer read; null where that was not kept. */
  written: LanguageCode | null;
  /** The same in another one. */
  also: { language: LanguageCode; text: string } | null;
}

/**
 * What somebody wrote, as the one who reads now gets it.
 * @returns the text, and its language where that is not the reader's: it is marked then
 */
export function asRead({ text, written, also }: Written): { text: string; language: LanguageCode | null } {
  const reader = language();
  if (written === reader) return { text, language: null };
  if (also?.language === reader) return { text: also.text, language: null };
  return { text, language: written !== null && isLanguage(reader) ? written : null };
}
