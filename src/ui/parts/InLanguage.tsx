import { LANGUAGES, type LanguageCode } from '../../core/text/languages.ts';

/** What somebody wrote; where it stands in another language than the reader’s, that is said to screen readers and shown beside it. */
export function InLanguage({ language, children }: { language: LanguageCode | null | undefined; children: string }) {
  if (!language) return children;
  return (
    <>
      <span lang={language}>{children}</span> <span className="font-normal text-dust text-sm">({LANGUAGES[language].name})</span>
    </>
  );
}
